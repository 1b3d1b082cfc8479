// The door's label and the page for the inside of the door as a PDF of their own size.
import type { Content } from 'pdfmake/interfaces';
import { fontName, pdfOf } from './pdf.ts';

export type LabelDoc = {
  readonly name: string;
  readonly lines: readonly string[];
  /** What the code opens. */
  readonly address: string;
  /** Heads with their steps, for the inside of the door. */
  readonly inside: readonly { readonly head: string; readonly steps: readonly string[] }[];
  /** mm. */
  readonly width: number;
  readonly height: number;
};

const points = (mm: number): number => (mm / 25.4) * 72;

/** The PDF of a label, one page of the label's own size. */
export const labelPdf = ({ name, lines, address, inside, width, height }: LabelDoc): Promise<Blob> => {
  const small = height < 60;
  return pdfOf({
    pageSize: { width: points(width), height: points(height) },
    pageMargins: small ? 8 : 12,
    info: { title: `Label of ${name}` },
    defaultStyle: { font: fontName, fontSize: small ? 7 : 9 },
    content: [
      {
        columnGap: 10,
        columns: [
          { width: 'auto', stack: [{ qr: address, fit: small ? 96 : 120, eccLevel: 'M' }] },
          { width: '*', stack: [{ text: name, bold: true, fontSize: small ? 11 : 14 }, ...lines.map((text): Content => ({ text }))] },
        ],
      },
      ...inside.flatMap(({ head, steps }): Content[] => [
        { text: head, bold: true, fontSize: 11, margin: [0, 10, 0, 3] },
        { ol: [...steps] },
      ]),
    ],
  });
};
