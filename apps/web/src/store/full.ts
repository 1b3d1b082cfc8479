// A browser whose storage is full: said in words, and what was typed stays where it is.
/** Whether this is why something could not be kept: the library wraps what the browser says. */
const isFull = (error: unknown): boolean => {
  for (let one: unknown = error, deep = 0; typeof one === 'object' && one !== null && deep < 5; deep++) {
    if ('name' in one && one.name === 'QuotaExceededError') return true;
    one = 'inner' in one ? one.inner : 'cause' in one ? one.cause : null;
  }
  return false;
};
/** The error as a person is told it. */
export const inWords = (error: unknown): unknown =>
  isFull(error)
    ? new Error(
        'The storage of this browser is full: nothing of this was kept here, and what you typed still stands. Let go of stations under ‘In this browser’, or make room on this device; then press again.',
        { cause: error },
      )
    : error;
