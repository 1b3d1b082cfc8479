// The kit list: each line says why, and is ticked when it is packed.
import { kitList } from '@green-lamp/core/walk';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Tick } from '../../../../parts/Tick.tsx';
import { isDone, tick } from '../../../../commands/plan.ts';
import type { Station } from '../../../../store/use-station.ts';

export const KitPart = ({ station }: { station: Station }) => {
  const kit = kitList(station.state, station.rules.profiles);
  const packed = kit.filter(({ id }) => isDone(station, `kit|${id}`)).length;
  const cautions = [...new Set(kit.flatMap(({ caution }) => caution ?? []))];
  return (
    <section aria-label="Take along">
      <p className="mb-2">
        {packed} of {kit.length} packed. The list follows from the sheet: sizes, plugs, cables and supply.
      </p>
      {cautions.map((caution) => (
        <CautionNote key={caution} of={caution} />
      ))}
      <ul className="mt-2">
        {kit.map(({ id, what, why }) => (
          <li key={id} className="border-b border-rule py-1">
            <Tick done={isDone(station, `kit|${id}`)} press={() => void tick(station, `kit|${id}`)}>
              <strong>{what}</strong> <span className="text-note text-ink-2">{why}</span>
            </Tick>
          </li>
        ))}
      </ul>
    </section>
  );
};
