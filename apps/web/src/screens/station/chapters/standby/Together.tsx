// What the paths are worth together, by what is promised of each: nobody has their failure rates, so nothing of it is kept or proves anything.
import { useState } from 'react';
import { jointAvailability } from '@green-lamp/core/sums';
import type { Shared } from '@green-lamp/core/walk';
import { Field } from '../../../../parts/Field.tsx';
import type { Station } from '../../../../store/use-station.ts';
import { sayDuration } from './say-duration.ts';

const hour = 3_600_000;
/** A share of the time as it is typed, in percent; null where it is none. */
const share = (typed: string): number | null => {
  const text = typed.trim().replace(',', '.');
  const value = Number(text);
  return text === '' || !(value >= 0 && value <= 100) ? null : value / 100;
};

export const Together = ({ station, shared }: { station: Station; shared: readonly Shared[] }) => {
  const [typed, setTyped] = useState<{ readonly [name: string]: string }>({});
  const rows = [
    ...station.line.strands.map(({ use }) => ({
      name: `path ${use.path}`,
      label: station.speaker.element(use.path),
      usual: '99',
      way: true,
    })),
    ...shared.map(({ what, name }) => ({ name: `${what} ${name}`, label: name, usual: '99.9', way: false })),
  ];
  const of = rows.map((row) => ({ ...row, text: typed[row.name] ?? row.usual, share: share(typed[row.name] ?? row.usual) }));
  const shares = of.map((row) => row.share);
  const whole = shares.every((one) => one !== null);
  const joint = whole
    ? jointAvailability(
        of.flatMap((row) => (row.way && row.share !== null ? [row.share] : [])),
        of.flatMap((row) => (!row.way && row.share !== null ? [row.share] : [])),
      )
    : null;
  return (
    <section aria-label="What they are worth together" className="mt-4">
      <h3 className="font-bold">What they are worth together</h3>
      <p className="text-note text-ink-2">
        By what is promised of each, in percent of the time. Nobody has the real failure rates: it tells what sharing costs, and proves
        nothing.
      </p>
      <div className="my-2 flex flex-wrap gap-3">
        {of.map(({ name, label, text, share: value }) => (
          <div key={name} className="w-44">
            <Field
              label={label}
              value={text}
              change={(to) => setTyped({ ...typed, [name]: to })}
              mono
              keyboard="decimal"
              problem={value === null ? 'A percentage, 0 to 100.' : null}
            />
          </div>
        ))}
      </div>
      {joint !== null && (
        <p>
          At least one leads out {(joint.up * 100).toFixed(3)} % of the time: dark for {sayDuration(Math.round(joint.darkHours * hour))} a
          year.
          {shared.length > 0 && ` With nothing shared it would be ${(joint.apart * 100).toFixed(3)} %.`}
        </p>
      )}
    </section>
  );
};
