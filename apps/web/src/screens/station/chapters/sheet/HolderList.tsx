// What the station consists of, each with what waits there; and what is about all of it.
import type { ReactNode } from 'react';
import type { SheetHolder } from './holders.ts';

export type Pane = { readonly id: string; readonly label: string; readonly status: string };

const Entry = ({ pane, name, open, choose }: { pane: Pane; name: string; open: boolean; choose: () => void }) => (
  <li>
    <button
      type="button"
      className="holder"
      aria-current={open ? 'true' : undefined}
      aria-label={`${name}: ${pane.status}`}
      onClick={choose}
    >
      <span className="block font-bold">{pane.label}</span>
      <span className="block text-small text-ink-2">{pane.status}</span>
    </button>
  </li>
);

export const HolderList = (props: {
  holders: readonly SheetHolder[];
  panes: readonly Pane[];
  open: string | null;
  choose: (id: string) => void;
  children: ReactNode;
}) => (
  <section aria-label="Devices" className="holders">
    {props.children}
    <ul>
      {props.holders.map((holder) => (
        <Entry
          key={holder.id}
          pane={holder}
          name={holder.name}
          open={holder.id === props.open}
          choose={() => {
            props.choose(holder.id);
          }}
        />
      ))}
    </ul>
    <ul className="border-t border-rule-2">
      {props.panes.map((pane) => (
        <Entry
          key={pane.id}
          pane={pane}
          name={pane.label}
          open={pane.id === props.open}
          choose={() => {
            props.choose(pane.id);
          }}
        />
      ))}
    </ul>
  </section>
);
