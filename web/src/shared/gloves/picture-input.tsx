import { Camera } from 'lucide-react';
import { useState } from 'react';
import { takePicture, type Picture } from './take-picture';

/** Takes or chooses a picture. */
export function PictureInput({ onPicture }: { onPicture: (picture: Picture) => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <>
      <label className="hairline hover:bg-base-200 flex min-h-16 w-full cursor-pointer items-center justify-center gap-2 border text-lg focus-within:outline-2">
        <Camera aria-hidden /> Take a picture
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.item(0);
            if (!file) return;
            takePicture(file).then(
              (picture) => {
                setProblem(null);
                onPicture(picture);
              },
              () => {
                setProblem('This file is no picture that the browser can read. Take another.');
              },
            );
          }}
        />
      </label>
      {problem && (
        <p role="alert" className="text-error mt-1">
          {problem}
        </p>
      )}
    </>
  );
}
