// The line, drawn as the circuit it is: Power and Inputs, a strand for each path, joined again at Call. Wires take what room the words leave, so nothing is scaled and nothing overlaps.
import type { ElementId } from '@green-lamp/core/name';
import { lampWords } from '@green-lamp/core/name';
import { type LampResult, type Line, verdictWords } from '@green-lamp/core/lamp';
import { LampMark } from '../LampMark.tsx';
import { lampName } from './lamp-words.ts';

export type Door = (lamp: LampResult) => void;
export type Chosen = { readonly lamp: string; readonly path: ElementId | null } | null;

const flags = (lamp: LampResult): readonly string[] => [
  ...(lamp.simulated ? ['simulated'] : []),
  ...(lamp.rehearsal ? ['bench'] : []),
  ...(lamp.waits.length > 0 ? ['a change waits'] : []),
];

const Lamp = ({ lamp, path, open, chosen }: { lamp: LampResult; path: number | null; open: Door; chosen: boolean }) => (
  <button
    type="button"
    onClick={() => {
      open(lamp);
    }}
    aria-label={lampName(lamp, path)}
    aria-current={chosen ? 'true' : undefined}
    className="lamp"
  >
    <LampMark is={lamp.is} size={lamp.simulated ? 29 : 22} simulated={lamp.simulated} />
    <span className="lamp-words">
      <span className={`block font-semibold ${chosen ? 'underline decoration-2 underline-offset-4' : ''}`}>{lampWords[lamp.lamp]}</span>
      <span className="block text-ink-2 max-[1080px]:hidden">
        {verdictWords[lamp.is]}
        {lamp.grade !== null && <span title={`grade ${lamp.grade} of 9: how much what is known weighs`}> · {lamp.grade}</span>}
      </span>
      {flags(lamp).length > 0 && <span className="lamp-flags max-[1080px]:hidden">{flags(lamp).join(', ')}</span>}
    </span>
  </button>
);

const Wire = () => <span className="wire" aria-hidden="true" />;

/** Columns of a strand, after its label. */
const strand = ['Card', 'Signal', 'Bearer', 'Route'] as const;

export const Circuit = ({ line, label, open, chosen }: { line: Line; label: (path: ElementId) => string; open: Door; chosen: Chosen }) => {
  const isChosen = ({ lamp, path }: LampResult): boolean => chosen !== null && chosen.lamp === lamp && chosen.path === path;
  const ends = (lamps: readonly LampResult[], leads: boolean) =>
    lamps.map((lamp, i) => (
      <div key={lamp.lamp} className={i > 0 || leads ? 'wired' : 'flex items-center'}>
        {(i > 0 || leads) && <Wire />}
        <Lamp lamp={lamp} path={null} open={open} chosen={isChosen(lamp)} />
      </div>
    ));
  return (
    <div className="circuit">
      {ends(line.before, false)}
      <span className="wire wire-end" aria-hidden="true" />
      {line.strands.length === 0 ? (
        <span className="wire wire-none" aria-hidden="true" />
      ) : (
        <div className="strands">
          {line.strands.length > 1 &&
            (['bracket-out', 'bracket-in'] as const).map((side) => (
              <span
                key={side}
                aria-hidden="true"
                className={`bracket ${side}`}
                style={{ insetBlock: `calc(${50 / line.strands.length}% - 1.5px)` }}
              />
            ))}
          {line.strands.map(({ use, lamps }, i) => (
            <div key={use.path} role="group" aria-label={`Path ${i + 1}, ${label(use.path)}`} className="strand">
              <span className="strand-label">
                <span className="strand-name" title={label(use.path)}>
                  <strong>{i + 1}</strong> <span className="strand-words">{label(use.path)}</span>
                </span>
                <Wire />
              </span>
              {strand.map((name) => {
                const lamp = lamps.find((one) => one.lamp === name);
                return (
                  <span key={name} className="wired">
                    <Wire />
                    {lamp !== undefined && <Lamp lamp={lamp} path={i + 1} open={open} chosen={isChosen(lamp)} />}
                  </span>
                );
              })}
              <span className="wire wire-end" aria-hidden="true" />
            </div>
          ))}
        </div>
      )}
      {ends(line.after, true)}
    </div>
  );
};
