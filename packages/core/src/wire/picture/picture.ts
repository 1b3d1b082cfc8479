// What a picture's octets say of themselves: a JPEG by ISO/IEC 10918-1, its marker of the frame (SOF) holds height and width.

/** Most octets of a picture that is kept: it is made smaller before it is sent. Ours. */
export const mostPicture = 4_000_000;
/** Octets of one piece, as pictures are sent. Ours. */
export const pictureStep = 64 * 1024;

export type PictureSize = { readonly width: number; readonly height: number };

const isFrame = (marker: number): boolean => marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;

/** Width and height of a JPEG, in pixels; null for octets that are none. Nothing but its markers is read. */
export const jpegSize = (octets: Uint8Array): PictureSize | null => {
  if (octets[0] !== 0xff || octets[1] !== 0xd8) return null;
  let at = 2;
  while (at + 9 < octets.length) {
    if (octets[at] !== 0xff) return null;
    const marker = octets[at + 1] ?? 0;
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    const length = ((octets[at + 2] ?? 0) << 8) | (octets[at + 3] ?? 0);
    if (isFrame(marker)) {
      const height = ((octets[at + 5] ?? 0) << 8) | (octets[at + 6] ?? 0);
      const width = ((octets[at + 7] ?? 0) << 8) | (octets[at + 8] ?? 0);
      return width > 0 && height > 0 ? { width, height } : null;
    }
    if (marker === 0xda || length < 2) return null;
    at += 2 + length;
  }
  return null;
};
