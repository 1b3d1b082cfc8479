// What is large goes out in pieces, from where the desk has it: a cut on the way costs one piece.
import type { Every } from '@green-lamp/core/api';
import { pictureStep } from '@green-lamp/core/wire';

/** How long (ms) one piece may take: 64 kB at some 10 kbit/s. */
export const piecePatience = 60_000;
type Come = { readonly have: number; readonly kept: boolean };

/** Sends octets by `send`, a piece at a time, beginning where `come` says. */
export const inPieces = async (
  bytes: Uint8Array<ArrayBuffer>,
  come: () => Promise<Come & Every>,
  send: (at: number, piece: Uint8Array<ArrayBuffer>) => Promise<Come & Every>,
): Promise<void> => {
  let { have, kept } = await come();
  while (!kept) ({ have, kept } = await send(have, bytes.slice(have, have + pictureStep)));
};
