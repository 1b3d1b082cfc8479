// That a window is open in a page of this browser, so that another page does not take a newer application under it.
const name = 'green-lamp:window';
const locks = (): LockManager | null => (typeof navigator === 'object' && 'locks' in navigator ? navigator.locks : null);

/** Says so until what it gives is called, or the page is gone. */
export const windowOpens = (): (() => void) => {
  let close = (): void => undefined;
  const closed = new Promise<void>((done) => (close = done));
  void locks()
    ?.request(name, { mode: 'shared' }, () => closed)
    .catch(() => undefined); // without locks each page knows its own windows alone
  return () => {
    close();
  };
};
/** Whether one is open in any page of this browser. */
export const windowIsOpen = async (): Promise<boolean> => ((await locks()?.query())?.held ?? []).some((held) => held.name === name);
