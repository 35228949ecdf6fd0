import { ProblemException } from '../errors/problem.js';

const BASE64 = /^[A-Za-z0-9+/]+={0,2}$/;

/**
 * A JPEG from the wire, of at most so many bytes and without EXIF: where it was taken and with what is nobody's business.
 * @throws ProblemException 422 in words
 */
export function readJpeg(text: string, most: number): Buffer {
  const refuse = (why: string): ProblemException => new ProblemException(422, 'bad-picture', `${why} Take the picture again in this application.`);
  if (!BASE64.test(text)) throw refuse('This is no picture.');
  const bytes = Buffer.from(text, 'base64');
  if (bytes.length > most)
    throw refuse(`A picture may have at most ${String(Math.round(most / 1000))} kB; this one has ${String(Math.round(bytes.length / 1000))}.`);
  if (bytes.length < 100 || bytes.readUInt16BE(0) !== 0xffd8) throw refuse('This is no JPEG.');
  // Segments one after the other, up to where the picture itself begins.
  let at = 2;
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1];
    if (marker === 0xda) return bytes;
    const length = bytes.readUInt16BE(at + 2);
    if (marker === 0xe1) throw refuse('The picture still says where or with what it was taken (EXIF).');
    at += 2 + length;
  }
  throw refuse('This is no whole JPEG.');
}
