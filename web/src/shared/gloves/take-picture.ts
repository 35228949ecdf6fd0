/** Longer side of a picture as it is kept, and of the small one for lists [px]. */
const LONG_PX = 1280;
const SMALL_PX = 160;
const QUALITY = 0.72;

/** A picture made smaller in the browser, base64; drawing it anew leaves behind where and with what it was taken. */
export interface Picture {
  readonly jpeg: string;
  readonly small: string;
}

async function drawn(image: ImageBitmap, longest: number): Promise<string> {
  const scale = Math.min(1, longest / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * scale));
  canvas.height = Math.max(1, Math.round(image.height * scale));
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((resolve) => {
    canvas.toBlob(resolve, 'image/jpeg', QUALITY);
  });
  if (!blob) throw new Error('no picture');
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = '';
  for (let at = 0; at < bytes.length; at += 8192) text += String.fromCharCode(...bytes.subarray(at, at + 8192));
  return btoa(text);
}

/** @throws Error where the file is no picture that this browser can read */
export async function takePicture(file: Blob): Promise<Picture> {
  const image = await createImageBitmap(file);
  try {
    return { jpeg: await drawn(image, LONG_PX), small: await drawn(image, SMALL_PX) };
  } finally {
    image.close();
  }
}
