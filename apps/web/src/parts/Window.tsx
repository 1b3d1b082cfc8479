// A window over the page, for a short piece of work that has a beginning and an end.
import { Dialog } from 'radix-ui';
import { type ReactNode, useEffect } from 'react';
import { windowOpens } from '../store/window-open.ts';
import { Over } from './Over.tsx';

export const Window = (props: { open: boolean; close: () => void; title: string; about?: string; children: ReactNode }) => {
  const { open } = props;
  useEffect(() => (open ? windowOpens() : undefined), [open]);
  return (
    <Over
      open={props.open}
      close={props.close}
      described={props.about !== undefined}
      className="top-1/2 left-1/2 max-h-[92vh] w-[min(680px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink p-6"
    >
      <div className="mb-3 flex items-start justify-between gap-4">
        <Dialog.Title className="text-head font-bold">{props.title}</Dialog.Title>
        <Dialog.Close className="button">Close</Dialog.Close>
      </div>
      {props.about !== undefined && <Dialog.Description className="mb-4 text-ink-2">{props.about}</Dialog.Description>}
      {props.children}
    </Over>
  );
};
