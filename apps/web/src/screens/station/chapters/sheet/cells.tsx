// The cells of a setting's row: what it is called, what is wanted, what stands on the device, how far it has got, who has it.
import { createColumnHelper, tableFeatures } from '@tanstack/react-table';
import { acceptedAs } from '@green-lamp/core/check';
import { canonical, elementsOf, stageOf, standing, wanted } from '@green-lamp/core/journal';
import { isSecret, type Parameter, type SheetRow, showValue } from '@green-lamp/core/sheet';
import { StageBar } from '../../../../parts/StageBar.tsx';
import { openTemporary } from '@green-lamp/core/walk';
import { useLive } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useRows } from './rows.ts';
import { stagesOf } from './stages.ts';

/** As many characters as the narrowest cell has room for. */
const oneLine = 22;
/** A value wraps only at dots and at signs, never inside a number; what is longer than its cell wraps where it must. */
const Value = ({ text, mono }: { text: string; mono: boolean }) => (
  <span className={mono ? 'mono' : ''}>
    {text.split(/(?<=[.@:/])/).map((part, i) => (
      <span key={i}>
        {i > 0 && <wbr />}
        <span className={part.length > oneLine && !part.includes(' ') ? 'break-all' : 'whitespace-nowrap max-sm:whitespace-normal'}>
          {part}
        </span>
      </span>
    ))}
  </span>
);

const isMono = (of: Parameter): boolean => (of.form.is === 'text' ? of.form.mono : of.form.is === 'count' || of.form.is === 'figure');

const secretWords = (station: Station, value: unknown): string => {
  const traits = isSecret(value) ? station.beside?.traits.find(({ ref }) => ref === value.secret) : undefined;
  return traits === undefined ? 'kept secret' : `kept secret, ${traits.length} ${traits.alphabet === 'digits' ? 'digits' : 'characters'}`;
};

type Said = { readonly main: string; readonly other: string; readonly mark: string; readonly word: string; readonly only: string | null };

/** What a row says: the value by which the sheet is read, the other one, and what is amiss. */
const useSaid = ({ key, of }: SheetRow): Said => {
  const { station, reading, findings } = useRows();
  const hidden = useLive((live) => live.hidesCards) && of.key === 'sim.iccid';
  const label = (id: string): string => station.state.elements.find((one) => one.id === id)?.label ?? id;
  const plan = wanted(station.state, key) ?? null;
  const device = station.state.device[key]?.value;
  const show = (value: typeof plan | undefined): string =>
    isSecret(value) ? secretWords(station, value) : hidden && value != null ? 'hidden while it is typed' : showValue(of, value, label);
  const mine = findings.filter((finding) => finding.fields.includes(key) && acceptedAs(station.state, finding) === null);
  const stop = mine.some(({ severity }) => severity === 'stop');
  const differs = device !== undefined && canonical(device) !== canonical(plan);
  const members = of.form.is === 'element' ? elementsOf(station.state, of.form.group) : [];
  const planned = reading === 'planned';
  const shown = device === undefined ? '' : show(device);
  return {
    main: planned || device === undefined ? show(plan) : shown,
    other: planned ? shown : differs ? show(plan) : '',
    mark: stop
      ? 'underline decoration-double decoration-2 underline-offset-4'
      : mine.length > 0 || differs
        ? 'underline decoration-2 underline-offset-4'
        : '',
    word: stop ? 'stop' : mine.length > 0 ? 'see finding' : differs ? 'differs' : '',
    only: members.length === 1 ? (members[0]?.label ?? null) : null,
  };
};

const Main = ({ row }: { row: SheetRow }) => {
  const { main, mark, only } = useSaid(row);
  return (
    <span className={mark}>
      {main === '' ? (
        <span className="text-small text-ink-2">{only === null ? 'not filled in' : `${only}, the only one`}</span>
      ) : (
        <Value text={main} mono={isMono(row.of)} />
      )}
    </span>
  );
};

const Other = ({ row }: { row: SheetRow }) => {
  const { other, word } = useSaid(row);
  const { station } = useRows();
  const temporary = openTemporary(station.state).find(({ key, back }) => key === row.key && !back);
  return (
    <span className="text-ink-2">
      {other !== '' && <Value text={other} mono={isMono(row.of)} />}
      {standing(station.state, row.key)?.simulated === true && <span className="ml-1 text-small font-semibold text-ink">simulated</span>}
      {temporary !== undefined && (
        <span className="ml-1 text-small font-semibold text-ink">
          for the time being; ends with {station.speaker.value(row.key, temporary.ends)}
        </span>
      )}
      {word !== '' && <span className="ml-1 text-small font-semibold text-ink">{word}</span>}
    </span>
  );
};

const HowFar = ({ row }: { row: SheetRow }) => {
  const { station } = useRows();
  if (row.of.enteredOn === null)
    return <span className="text-small text-ink-2">{(wanted(station.state, row.key) ?? null) === null ? '' : 'on paper'}</span>;
  return <StageBar stage={stageOf(station.state, row.key)} of={stagesOf(station, row.of)} />;
};

const Planned = ({ planned, runs }: { planned: string; runs: string }) => <>{useRows().reading === 'planned' ? planned : runs}</>;

export const features = tableFeatures({});
const column = createColumnHelper<typeof features, SheetRow>();
export const columns = column.columns([
  column.display({ id: 'setting', header: 'Setting', cell: ({ row }) => row.original.of.label }),
  column.display({
    id: 'main',
    header: () => <Planned planned="Wanted" runs="On the device" />,
    cell: ({ row }) => <Main row={row.original} />,
  }),
  column.display({
    id: 'other',
    header: () => <Planned planned="On the device" runs="Wanted, if other" />,
    cell: ({ row }) => <Other row={row.original} />,
  }),
  column.display({ id: 'stage', header: 'Stage', cell: ({ row }) => <HowFar row={row.original} /> }),
  column.display({
    id: 'from',
    header: 'From',
    cell: ({ row }) => <span className="text-small text-ink-2">{row.original.of.supplier}</span>,
  }),
]);
