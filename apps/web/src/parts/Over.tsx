// What lies over the page, with the page dimmed beneath it.
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

export const Over = (props: { open: boolean; close: () => void; className: string; described?: boolean; children: ReactNode }) => (
  <Dialog.Root
    open={props.open}
    onOpenChange={(open) => {
      if (!open) props.close();
    }}
  >
    <Dialog.Portal>
      <Dialog.Overlay className="fixed inset-0 z-20 bg-ground opacity-80" />
      <Dialog.Content
        className={`fixed z-20 bg-sheet text-ink ${props.className}`}
        {...(props.described === true ? {} : { 'aria-describedby': undefined })}
      >
        {props.children}
      </Dialog.Content>
    </Dialog.Portal>
  </Dialog.Root>
);
