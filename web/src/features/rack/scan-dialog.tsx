import { skipToken } from '@reduxjs/toolkit/query';
import jsQR from 'jsqr';
import { Camera, ScanLine } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useMoldsQuery } from '../../api/api';
import { Dialog } from '../../shared/dialog';
import { NoteLine } from '../../shared/gloves/note-line';
import { moldIdOf } from './label-address';

/** Longer side at which a picture is looked through for a code [px]. */
const LOOK_PX = 1000;
const EVERY_MS = 250;

/** What a code in a picture says; null: none is found. */
function codeIn(image: CanvasImageSource, width: number, height: number): string | null {
  const scale = Math.min(1, LOOK_PX / Math.max(width, height));
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))];
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return null;
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  return jsQR(data, canvas.width, canvas.height)?.data ?? null;
}

/** Reads a mold's label: by camera, from a picture, or typed; then its page, ready for a pull. */
export function ScanDialog({ onClose }: { onClose: () => void }) {
  const go = useNavigate();
  const [typed, setTyped] = useState('');
  const [asked, setAsked] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const found = useMoldsQuery(asked === null ? skipToken : { search: asked, limit: 20 });
  const exact = found.currentData?.molds.find(({ number }) => number.toLowerCase() === asked?.toLowerCase());
  const open = (id: string): void => {
    void go(`/rack/${id}?pull`);
  };
  const read = (text: string): void => {
    setProblem(null);
    const id = moldIdOf(text);
    if (id !== null) open(id);
    else if (text.trim() === '') setProblem('Type the number on the label.');
    else setAsked(text.trim());
  };
  useEffect(() => {
    if (exact) void go(`/rack/${exact.id}?pull`);
  }, [exact, go]);
  const readFile = async (file: File): Promise<void> => {
    try {
      const image = await createImageBitmap(file);
      const text = codeIn(image, image.width, image.height);
      if (text === null) setProblem('No code is found in this picture. Take it nearer, or type the number.');
      else read(text);
    } catch {
      setProblem('This file is no picture that the browser can read. Take another, or type the number.');
    }
  };
  return (
    <Dialog title="Scan a label" onClose={onClose}>
      <CameraPart onText={read} />
      <label className="hairline hover:bg-base-200 mt-2 flex min-h-14 cursor-pointer items-center justify-center gap-2 border text-lg focus-within:outline-2">
        <ScanLine aria-hidden /> From a picture
        <input
          type="file"
          accept="image/*"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.item(0);
            if (file) void readFile(file);
          }}
        />
      </label>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          read(typed);
        }}
      >
        <NoteLine label="Or type its number" most={200} value={typed} onChange={setTyped} />
        <button type="submit" className="bg-primary text-primary-content min-h-14 w-full text-lg font-semibold">
          Go to the mold
        </button>
      </form>
      {(problem !== null || (found.currentData && !exact)) && (
        <p role="alert" className="text-error mt-3">
          {problem ?? `No mold has the number ${asked ?? ''}. Look at the label again, or search the rack.`}
        </p>
      )}
      {found.error !== undefined && !found.currentData && (
        <p role="alert" className="text-error mt-3">
          The rack cannot be reached. Try again when the network is back, or find the mold on the rack.
        </p>
      )}
      <button type="button" className="btn btn-ghost mt-3" onClick={onClose}>
        Close
      </button>
    </Dialog>
  );
}

/** The camera, where there is one and somebody lets it be used. */
function CameraPart({ onText }: { onText: (text: string) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const [on, setOn] = useState(false);
  const [refused, setRefused] = useState(false);
  const told = useRef(onText);
  useEffect(() => {
    told.current = onText;
  });
  useEffect(() => {
    if (!on) return;
    let stream: MediaStream | null = null;
    let over = false;
    const timer = setInterval(() => {
      const element = video.current;
      if (!element || element.videoWidth === 0) return;
      const text = codeIn(element, element.videoWidth, element.videoHeight);
      if (text !== null) told.current(text);
    }, EVERY_MS);
    navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } }).then(
      (given) => {
        stream = given;
        if (over)
          given.getTracks().forEach((track) => {
            track.stop();
          });
        else if (video.current) video.current.srcObject = given;
      },
      () => {
        setRefused(true);
        setOn(false);
      },
    );
    return () => {
      over = true;
      clearInterval(timer);
      stream?.getTracks().forEach((track) => {
        track.stop();
      });
    };
  }, [on]);
  // Only pages over https, or on this machine, are given a camera.
  if (!('mediaDevices' in navigator)) return null;
  if (!on)
    return (
      <>
        <button
          type="button"
          className="hairline hover:bg-base-200 flex min-h-14 w-full items-center justify-center gap-2 border text-lg"
          onClick={() => {
            setOn(true);
          }}
        >
          <Camera aria-hidden /> By camera
        </button>
        {refused && <p className="muted text-sm">There is no camera here, or it may not be used. Take a picture, or type the number.</p>}
      </>
    );
  return <video ref={video} autoPlay playsInline muted className="hairline max-h-64 w-full border object-cover" aria-label="What the camera sees" />;
}
