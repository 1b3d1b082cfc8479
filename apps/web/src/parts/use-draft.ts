// A half-typed text that survives a reload. Never for secrets.
import { useState } from 'react';

export const useDraft = (name: string | null, start: string): [string, (text: string) => void, () => void] => {
  const place = name === null ? null : `green-lamp:draft:${name}`;
  const [text, setText] = useState(() => (place === null ? null : sessionStorage.getItem(place)) ?? start);
  const change = (typed: string): void => {
    setText(typed);
    if (place !== null) sessionStorage.setItem(place, typed);
  };
  const drop = (): void => {
    if (place !== null) sessionStorage.removeItem(place);
  };
  return [text, change, drop];
};
