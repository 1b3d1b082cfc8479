// What a list says when it has nothing to show yet.
import type { ReactNode } from 'react';

export const Waiting = ({ children = 'Asking the desk…' }: { children?: ReactNode }) => (
  <p role="status" className="p-6 text-ink-2">
    {children}
  </p>
);
export const Empty = ({ children }: { children: ReactNode }) => <p className="p-6 text-ink-2">{children}</p>;
