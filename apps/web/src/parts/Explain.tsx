// A word that explains itself: pressed, what it means stands beside it.
import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';

export const Explain = ({ word, children }: { word: string; children: ReactNode }) => (
  <Popover.Root>
    <Popover.Trigger className="explain" aria-label={`What ‘${word}’ means`}>
      {word}
    </Popover.Trigger>
    <Popover.Portal>
      <Popover.Content className="explained" sideOffset={6} collisionPadding={12} aria-label={`What ‘${word}’ means`}>
        {children}
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
);
