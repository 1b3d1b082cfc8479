// The record as a PDF: A4, its head and its state on every page, our own fonts in it. Loaded only where somebody wants one.
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { RecordDoc, RecordPart } from '@green-lamp/core/walk';
import { fontName, pdfOf } from './pdf.ts';

const tableOf = (heads: readonly string[], rows: readonly (readonly string[])[]): Content => ({
  margin: [0, 2, 0, 8],
  table: {
    headerRows: 1,
    dontBreakRows: true,
    widths: heads.map((_, i) => (i === 0 ? 'auto' : '*')),
    body: [heads.map((text) => ({ text, bold: true })), ...rows.map((row) => row.map((text) => ({ text })))],
  },
  layout: 'lightHorizontalLines',
});
const partOf = ({ head, lines, tables }: RecordPart): Content[] => [
  { text: head, fontSize: 12, bold: true, margin: [0, 10, 0, 3], headlineLevel: 1 },
  ...lines.map((text): Content => ({ text, margin: [0, 1, 0, 1] })),
  ...tables.map(({ heads, rows }) => tableOf(heads, rows)),
];
const signedOf = ({ signed }: RecordDoc): Content[] =>
  signed === null
    ? []
    : [
        { text: signed.says, bold: true, margin: [0, 6, 0, 2] },
        ...(signed.strokes === null
          ? []
          : [
              {
                svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 600 200"><path d="${signed.strokes}" fill="none" stroke="#000" stroke-width="3" stroke-linecap="round" stroke-linejoin="round"/></svg>`,
                width: 180,
              },
            ]),
      ];

const sketchOf = ({ sketch }: RecordDoc): Content[] =>
  sketch === null
    ? []
    : [
        { text: 'Sketch map', fontSize: 12, bold: true, margin: [0, 10, 0, 3] },
        {
          svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 600 400"><rect width="600" height="400" fill="none" stroke="#888"/><path d="${sketch.strokes}" fill="none" stroke="#000" stroke-width="3" stroke-linecap="round" stroke-linejoin="round"/></svg>`,
          width: 360,
        },
        { text: sketch.says, margin: [0, 2, 0, 6] },
      ];
/** Pictures, two in a row, each with what was said of it. */
const picturesOf = ({ pictures }: RecordDoc, drawn: Drawn): Content[] => {
  const shown = pictures.flatMap(({ hash, says }) => {
    const image = drawn[hash];
    return image === undefined
      ? []
      : [
          {
            stack: [{ image, fit: [240, 180] as [number, number] }, { text: says }],
            margin: [0, 0, 0, 8] as [number, number, number, number],
          },
        ];
  });
  if (pictures.length === 0) return [];
  const rows = Array.from(
    { length: Math.ceil(shown.length / 2) },
    (_, i): Content => ({ columns: [shown[2 * i] ?? '', shown[2 * i + 1] ?? ''] }),
  );
  const absent = pictures.length - shown.length;
  return [
    { text: 'Pictures', fontSize: 12, bold: true, margin: [0, 10, 0, 3] },
    ...rows,
    ...(absent === 0 ? [] : [{ text: `Not here: ${absent} of ${pictures.length}. They are at the desk.` }]),
  ];
};

/** A definition is made anew for each file: the library changes what it is given. */
const definitionOf = (doc: RecordDoc, drawn: Drawn): TDocumentDefinitions => ({
  pageSize: 'A4',
  pageMargins: [40, 56, 40, 48],
  info: { title: doc.title },
  defaultStyle: { font: fontName, fontSize: 9 },
  header: {
    margin: [40, 24, 40, 0],
    columns: [
      { text: doc.title, bold: true },
      { text: doc.unfinished ? 'UNFINISHED' : '', bold: true, alignment: 'right' },
    ],
  },
  footer: (page: number, pages: number): Content => ({
    margin: [40, 12, 40, 0],
    columns: [
      { text: doc.head === null ? '' : `Head of the chain ${doc.head.slice(0, 12)}` },
      { text: `${page} of ${pages}`, alignment: 'right' },
    ],
  }),
  // A head at the foot of a page goes over with what it is the head of.
  pageBreakBefore: (node, others) => node.headlineLevel === 1 && others.getFollowingNodesOnPage().length === 0,
  content: [
    { text: doc.title, fontSize: 16, bold: true },
    { text: doc.asOf },
    ...doc.marks.map((text): Content => ({ text, bold: true, margin: [0, 3, 0, 0] })),
    ...signedOf(doc),
    ...sketchOf(doc),
    ...picturesOf(doc, drawn),
    ...doc.parts.flatMap(partOf),
  ],
});

/** Pictures by their hash, as data. */
export type Drawn = { readonly [hash: string]: string };

/** The PDF of a record. */
export const recordPdf = (doc: RecordDoc, drawn: Drawn): Promise<Blob> => pdfOf(definitionOf(doc, drawn));
