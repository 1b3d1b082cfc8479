// A half-typed text that survives a reload. A secret never does: what may hold one is masked before it is put away.
import { useState } from 'react';

const asTyped = (text: string): string => text;

/** Puts a text away as if it had been typed half: whoever opens it goes on with it. */
export const putDraft = (name: string, text: string): void => {
  sessionStorage.setItem(`green-lamp:draft:${name}`, text);
};

/** `kept` makes of the text what may lie in the browser's session. */
export const useDraft = (
  name: string | null,
  start: string,
  kept: (text: string) => string = asTyped,
): [string, (text: string) => void, () => void] => {
  const place = name === null ? null : `green-lamp:draft:${name}`;
  const [text, setText] = useState(() => (place === null ? null : sessionStorage.getItem(place)) ?? start);
  const change = (typed: string): void => {
    setText(typed);
    if (place !== null) sessionStorage.setItem(place, kept(typed));
  };
  const drop = (): void => {
    setText(start);
    if (place !== null) sessionStorage.removeItem(place);
  };
  return [text, change, drop];
};
