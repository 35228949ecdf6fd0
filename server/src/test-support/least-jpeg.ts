/** The least that is a JPEG, base64: its start, a comment, and where the picture begins. */
export const leastJpeg = (marker = 0xfe): string =>
  Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, marker, 0, 102]), Buffer.alloc(100, 0x20), Buffer.from([0xff, 0xda, 0, 2])]).toString('base64');
