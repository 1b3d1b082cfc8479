// The cable list and the wiring list: pin to pin, filled in and added to where they are; on the screen, and on paper in the box.
import { counted } from '@green-lamp/core/quantity';
import type { Group } from '@green-lamp/core/name';
import { elementsOf } from '@green-lamp/core/journal';
import { groupLabels } from '@green-lamp/core/sheet';
import { type Cable, cableCard, type Wire, wiringCard } from '@green-lamp/core/walk';
import { CautionNote } from '../../../../../parts/CautionNote.tsx';
import { Tick } from '../../../../../parts/Tick.tsx';
import { isDone, tick } from '../../../../../commands/plan.ts';
import { append } from '../../../../../store/append.ts';
import { newElementId } from '../../../../../store/element-id.ts';
import { tell } from '../../../../../store/live.ts';
import type { Station } from '../../../../../store/use-station.ts';
import { HereValues } from './HereValues.tsx';
import { PinDrawing } from './PinDrawing.tsx';

const Add = ({ station, groups }: { station: Station; groups: readonly Group[] }) => (
  <div className="no-print mt-2 flex flex-wrap gap-3">
    {groups.map((group) => (
      <button
        key={group}
        type="button"
        className="button"
        onClick={() => {
          const n = elementsOf(station.state, group).length;
          const label = `${groupLabels[group]}${n === 0 ? '' : ` ${n + 1}`}`;
          append(station.stream, [{ kind: 'element.added', data: { group, id: newElementId(), label } }]).catch(tell);
        }}
      >
        Add {groupLabels[group].toLowerCase()}
      </button>
    ))}
  </div>
);

const CableRow = ({ station, cable }: { station: Station; cable: Cable }) => {
  const { what, from, to, note, drawing, wrong, fields } = cable;
  return (
    <li className="border-b border-rule py-2">
      <strong>{what}</strong>
      <span className="grid grid-cols-[minmax(0,1fr)_auto_minmax(0,1fr)] gap-3">
        <span>{from}</span>
        <span aria-label="to">→</span>
        <span>{to}</span>
      </span>
      {wrong !== null && <p className="border-l-4 border-ink pl-2 font-semibold">{wrong}</p>}
      {note !== '' && <span className="text-note font-semibold">{note}</span>}
      {drawing !== null && (
        <details>
          <summary className="link flex min-h-11 items-center">
            Pin to pin: {drawing.is}
            {drawing.wires.length > 0 && `, ${counted(drawing.wires.length, 'wire')}`}
          </summary>
          <PinDrawing drawing={drawing} from={from} to={to} />
        </details>
      )}
      {drawing !== null && (
        <div className="hidden print:block">
          <PinDrawing drawing={drawing} from={from} to={to} />
        </div>
      )}
      <HereValues station={station} name={what} fields={fields} />
    </li>
  );
};

const WireRow = ({ station, of }: { station: Station; of: Wire }) => {
  const { id, mark, wire, to, common, feed, channel, rest, fuse, fields } = of;
  const about = [
    common === '' ? '' : `common ${common}`,
    channel === '' ? '' : `channel ${channel}`,
    rest === '' ? '' : `at rest ${rest}`,
    feed === '' ? '' : `fed by ${feed}`,
    fuse === '' ? '' : `fuse ${fuse}`,
  ].filter((part) => part !== '');
  return (
    <li className="border-b border-rule py-1">
      <Tick done={isDone(station, `wire|${id}`)} press={() => void tick(station, `wire|${id}`)}>
        <strong className="mono">{mark === '' ? 'mark not known' : mark}</strong> {wire} to {to === '' ? 'somewhere not known' : to}
        <span className="block text-note text-ink-2">{about.join(' · ')}</span>
      </Tick>
      <HereValues station={station} name={mark === '' ? 'this terminal' : mark} fields={fields} />
    </li>
  );
};

export const CablesPart = ({ station }: { station: Station }) => {
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
        {cables.length === 0 && <p className="py-2 text-ink-2">No aerial, serial link, bus or Ethernet socket is on the sheet yet.</p>}
        {cables.length > 0 && <CautionNote of="leads" />}
        <ul>
          {cables.map((cable) => (
            <CableRow key={cable.id} station={station} cable={cable} />
          ))}
        </ul>
        <Add station={station} groups={['antenna', 'link', 'bus']} />
      </section>
      <section aria-label="Wiring list" className="mt-5">
        <h3 className="border-b border-rule-2 font-bold">Wiring list: short it, open it, see it</h3>
        {wires.length === 0 && <p className="py-2 text-ink-2">No terminal is on the sheet yet.</p>}
        {wires.length > 0 && <CautionNote of="volts" />}
        <ul>
          {wires.map((of) => (
            <WireRow key={of.id} station={station} of={of} />
          ))}
        </ul>
        <Add station={station} groups={['terminal']} />
      </section>
    </>
  );
};
