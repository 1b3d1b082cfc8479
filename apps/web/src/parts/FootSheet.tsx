// A sheet that comes from below over a narrow screen: a lamp's door, slips, what does not fit at the foot.
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Over } from './Over.tsx';

export const FootSheet = (props: { open: boolean; close: () => void; title: string; children: ReactNode }) => (
  <Over open={props.open} close={props.close} className="inset-x-0 bottom-0 flex max-h-[86dvh] flex-col border-t-2 border-ink">
    <div className="flex shrink-0 items-center justify-between gap-3 border-b border-rule px-4 py-1">
      <Dialog.Title className="font-bold">{props.title}</Dialog.Title>
      <Dialog.Close className="quiet">Close</Dialog.Close>
    </div>
    <div className="min-h-0 overflow-y-auto overscroll-contain p-4">{props.children}</div>
  </Over>
);
