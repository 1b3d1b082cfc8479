// A telephone's keyboard takes half of the page: the field that is typed into comes back into view when it opens.

const isField = (of: Element | null): of is HTMLElement =>
  of instanceof HTMLInputElement || of instanceof HTMLTextAreaElement || of instanceof HTMLSelectElement;

/** Whether a field's middle is what one sees there: not cut off by what scrolls, and under nothing. */
const isSeen = (field: HTMLElement): boolean => {
  const { left, top, width, height } = field.getBoundingClientRect();
  return field.contains(document.elementFromPoint(left + width / 2, top + height / 2));
};

const show = (): void => {
  requestAnimationFrame(() => {
    const { activeElement: field } = document;
    if (isField(field) && !isSeen(field)) field.scrollIntoView({ block: 'center' });
  });
};

export const keepAboveKeyboard = (): void => {
  (window.visualViewport ?? window).addEventListener('resize', show);
};
