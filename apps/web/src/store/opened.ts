// Files that a person opens: a size that this page can take, or a sentence why not. A large one would stall the page, and a telephone for good.
export class TooLarge extends Error {}
const megabyte = 1024 * 1024;
/** Most that is opened, in MB: tables, settings and scenarios of ours are far smaller; a device's own file may be larger. */
export const mostOpened = { table: 2, json: 2, device: 64 } as const;

/** The file itself, where it is not too large. Throws with a sentence for a person else. */
export const sized = (file: File, as: keyof typeof mostOpened): File => {
  if (file.size <= mostOpened[as] * megabyte) return file;
  throw new TooLarge(`${file.name} has ${Math.ceil(file.size / megabyte)} MB; at most ${mostOpened[as]} MB can be opened here.`);
};

/** The text of a file. */
export const opened = async (file: File, as: keyof typeof mostOpened): Promise<string> => sized(file, as).text();
