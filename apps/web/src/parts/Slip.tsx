// One dated slip of evidence.
import type { ReactNode } from 'react';

export const Slip = (props: { when: string; who: string; children: ReactNode; words?: readonly string[] }) => (
  <li className="slip">
    <p className="flex justify-between gap-2 text-small text-ink-2">
      <span>{props.when}</span>
      <span>{props.who}</span>
    </p>
    <p className="break-words">{props.children}</p>
    {props.words !== undefined && props.words.length > 0 && <p className="text-small font-semibold">{props.words.join(' · ')}</p>}
  </li>
);
