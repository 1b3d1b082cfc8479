import fc from 'fast-check';
import { jpegSize } from './picture.ts';

/** A JPEG's beginning by ISO/IEC 10918-1: SOI, an APP0 segment, then SOF0 of 8 bits with height 1200 and width 1600. */
const begun = Uint8Array.from([
  0xff, 0xd8, 0xff, 0xe0, 0x00, 0x10, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0, 0xff, 0xc0, 0x00, 0x11, 0x08, 0x04, 0xb0, 0x06,
  0x40, 0x03, 0x01, 0x22, 0x00,
]);

test('width and height stand in the frame’s marker', () => expect(jpegSize(begun)).toEqual({ width: 1600, height: 1200 }));
test('what is no JPEG, is cut before its frame, or has no size, is none', () => {
  expect(jpegSize(new TextEncoder().encode('GIF89a, and more than a dozen octets'))).toBeNull();
  expect(jpegSize(begun.slice(0, 22))).toBeNull();
  expect(jpegSize(begun.with(25, 0).with(26, 0))).toBeNull();
  expect(jpegSize(begun.with(20, 0x00))).toBeNull();
});
test('whatever the octets, it ends and gives a size or none', () =>
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 300 }), (tail) => {
      const size = jpegSize(Uint8Array.from([0xff, 0xd8, ...tail]));
      return size === null || (size.width > 0 && size.width <= 65_535 && size.height > 0 && size.height <= 65_535);
    }),
    { seed: 5, numRuns: 200 },
  ));
