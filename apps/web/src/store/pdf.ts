// A document as a PDF, with our own fonts in it. Loaded only where somebody wants one.
import bold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';
import regular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import pdfMake from 'pdfmake/build/pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';

export const fontName = 'Hyperlegible';
/** A font as the library takes files: base64 under a name. */
const fileOf = async (url: string): Promise<string> => {
  const octets = new Uint8Array(await (await fetch(url)).arrayBuffer());
  let text = '';
  for (let at = 0; at < octets.length; at += 8192) text += String.fromCharCode(...octets.subarray(at, at + 8192));
  return btoa(text);
};

/** The PDF of a definition. Nothing in it may be fetched; a definition is made anew for each file, since the library changes what it is given. */
export const pdfOf = async (definition: TDocumentDefinitions): Promise<Blob> => {
  const [plain, strong] = await Promise.all([fileOf(regular), fileOf(bold)]);
  pdfMake.addVirtualFileSystem({ 'regular.woff': plain, 'bold.woff': strong });
  pdfMake.addFonts({ [fontName]: { normal: 'regular.woff', bold: 'bold.woff', italics: 'regular.woff', bolditalics: 'bold.woff' } });
  pdfMake.setUrlAccessPolicy(() => false);
  return pdfMake.createPdf(definition).getBlob();
};
