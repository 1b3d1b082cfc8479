// The keys of the screen that is open: those that its buttons show, and those that work everywhere.
import { Window } from '../../parts/Window.tsx';
import { findables } from '../../store/findable.ts';

const everywhere: readonly { readonly key: string; readonly does: string }[] = [
  { key: '/', does: 'Find a station, a setting, a lamp or a command' },
  { key: '?', does: 'These keys' },
  { key: 'G S', does: 'Stations' },
  { key: 'G A', does: 'Across' },
  { key: 'G D', does: 'Desk' },
  { key: 'G Y', does: 'Yard' },
  { key: 'G H', does: 'Rules' },
];

export const KeysWindow = ({ close }: { close: () => void }) => {
  const here = findables().flatMap(({ key, label }) => (key === undefined ? [] : [{ key, does: label }]));
  return (
    <Window open close={close} title="Keys of this screen" about="Letters and numbers work outside of fields.">
      <dl className="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-2">
        {[...here, ...everywhere].map(({ key, does }) => (
          <div key={`${key} ${does}`} className="contents">
            <dt>
              <span className="key">{key}</span>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Window>
  );
};
