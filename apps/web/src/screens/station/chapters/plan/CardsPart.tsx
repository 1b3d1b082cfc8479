// The cable list and the wiring list: on the screen, and on paper in the box.
import { cableCard, wiringCard } from '@green-lamp/core/walk';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { Tick } from '../../../../parts/Tick.tsx';
import { isDone, tick } from '../../../../commands/plan.ts';
import type { Station } from '../../../../store/use-station.ts';

export const CardsPart = ({ station }: { station: Station }) => {
  const cables = cableCard(station.state);
  const wires = wiringCard(station.state);
  return (
    <>
      <button
        type="button"
        className="button no-print mb-3"
        onClick={() => {
          window.print();
        }}
      >
        Print both lists
      </button>
      <section aria-label="Cable list">
        <h3 className="border-b border-rule-2 font-bold">Cable list: {station.state.station?.name}</h3>
        {cables.length === 0 && <Empty>No aerial, serial link, bus or socket is on the sheet yet.</Empty>}
        {cables.length > 0 && <CautionNote of="leads" />}
        <ul>
          {cables.map(({ id, what, from, to, note }) => (
            <li key={id} className="border-b border-rule py-2">
              <strong>{what}</strong>
              <span className="grid grid-cols-[minmax(0,1fr)_auto_minmax(0,1fr)] gap-3">
                <span>{from}</span>
                <span aria-label="to">→</span>
                <span>{to}</span>
              </span>
              {note !== '' && <span className="text-note font-semibold">{note}</span>}
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Wiring list" className="mt-5">
        <h3 className="border-b border-rule-2 font-bold">Wiring list: short it, open it, see it</h3>
        {wires.length === 0 && <Empty>No terminal is on the sheet yet. Add one at the foot of the Sheet.</Empty>}
        {wires.length > 0 && <CautionNote of="volts" />}
        <ul>
          {wires.map(({ id, mark, wire, to, common, feed, channel, rest, fuse }) => (
            <li key={id} className="border-b border-rule py-1">
              <Tick done={isDone(station, `wire|${id}`)} press={() => void tick(station, `wire|${id}`)}>
                <strong className="mono">{mark === '' ? 'mark not known' : mark}</strong> {wire} to {to === '' ? 'somewhere not known' : to}
                <span className="block text-note text-ink-2">
                  {[
                    common === '' ? '' : `common ${common}`,
                    channel === '' ? '' : `channel ${channel}`,
                    rest === '' ? '' : `at rest ${rest}`,
                    feed === '' ? '' : `fed by ${feed}`,
                    fuse === '' ? '' : `fuse ${fuse}`,
                  ]
                    .filter((part) => part !== '')
                    .join(' · ')}
                </span>
              </Tick>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
};
