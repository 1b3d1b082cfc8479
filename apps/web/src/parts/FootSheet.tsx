// A sheet that comes from below over a narrow screen: a lamp's door, slips, what does not fit at the foot.
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

export const FootSheet = (props: { open: boolean; close: () => void; title: string; children: ReactNode }) => (
  <Dialog.Root
    open={props.open}
    onOpenChange={(open) => {
      if (!open) props.close();
    }}
  >
    <Dialog.Portal>
      <Dialog.Overlay className="fixed inset-0 z-20 bg-ground opacity-80" />
      <Dialog.Content
        className="fixed inset-x-0 bottom-0 z-20 flex max-h-[86dvh] flex-col border-t-2 border-ink bg-sheet text-ink"
        aria-describedby={undefined}
      >
        <div className="flex shrink-0 items-center justify-between gap-3 border-b border-rule px-4 py-1">
          <Dialog.Title className="font-bold">{props.title}</Dialog.Title>
          <Dialog.Close className="quiet">Close</Dialog.Close>
        </div>
        <div className="min-h-0 overflow-y-auto overscroll-contain p-4">{props.children}</div>
      </Dialog.Content>
    </Dialog.Portal>
  </Dialog.Root>
);
