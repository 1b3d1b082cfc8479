// One setting: what is wanted, what stands on the device, how far it has got, who supplies it. A press opens it.
import { type ElementId, type SettingKey, settingKey, isUlid } from '@green-lamp/core/name';
import { type Finding, acceptedAs } from '@green-lamp/core/check';
import { canonical, conflictOf, elementsOf, stageOf, standing, wanted } from '@green-lamp/core/journal';
import { isSecret, type Parameter, showValue } from '@green-lamp/core/sheet';
import { Press } from '../../../../parts/Press.tsx';
import { StageBar } from '../../../../parts/StageBar.tsx';
import { append } from '../../../../store/append.ts';
import { useLive } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { stagesOf } from './stages.ts';
import { SettingEditor } from './SettingEditor.tsx';

export type SheetReading = 'planned' | 'runs';
export type Rows = {
  station: Station;
  reading: SheetReading;
  findings: readonly Finding[];
  open: string | null;
  setOpen: (key: string | null) => void;
};

/** Heads of the columns, once for the whole sheet. */
export const ColumnHeads = ({ reading }: { reading: SheetReading }) => (
  <div
    className="sheet-row sticky top-0 z-[1] border-b border-rule-2 bg-sheet px-2 py-1 text-small font-semibold text-ink-2"
    aria-hidden="true"
  >
    <span>Setting</span>
    <span>{reading === 'planned' ? 'Wanted' : 'On the device'}</span>
    <span>{reading === 'planned' ? 'On the device' : 'Wanted, if other'}</span>
    <span>Stage</span>
    <span>Comes from</span>
  </div>
);

export const SheetHead = ({ title }: { title: string }) => (
  <h3 className="border-b border-rule-2 px-2 pb-1 text-note font-bold">{title}</h3>
);

/** A value wraps only at dots and at signs, never inside a number. */
const Value = ({ text, mono }: { text: string; mono: boolean }) => (
  <span className={mono ? 'mono' : ''}>
    {text.split(/(?<=[.@:/])/).map((part, i) => (
      <span key={i}>
        {i > 0 && <wbr />}
        <span className="whitespace-nowrap">{part}</span>
      </span>
    ))}
  </span>
);

const isMono = (of: Parameter): boolean => (of.form.is === 'text' ? of.form.mono : of.form.is === 'count' || of.form.is === 'figure');

const secretWords = (station: Station, value: unknown): string => {
  const traits = isSecret(value) ? station.beside?.traits.find(({ ref }) => ref === value.secret) : undefined;
  return traits === undefined ? 'kept secret' : `kept secret, ${traits.length} ${traits.alphabet === 'digits' ? 'digits' : 'characters'}`;
};

const Conflict = ({ station, of, settingOf }: { station: Station; of: Parameter; settingOf: SettingKey }) => {
  const leaves = conflictOf(station.state, settingOf);
  const last = leaves.at(-1);
  if (last === undefined) return null;
  return (
    <div className="border-2 border-ink bg-sheet-2 px-3 py-2">
      <p className="mb-2">
        <strong>Set by two without seeing each other.</strong> The later stands until you settle it.
      </p>
      <div className="flex flex-wrap gap-3">
        {leaves.map((leaf) => (
          <Press
            key={leaf.pos.id}
            onPress={() =>
              void append(station.stream, [
                {
                  kind: 'setting.set',
                  data: { key: settingOf, value: leaf.value, origin: leaf.origin, simulated: leaf.simulated, over: last.pos.id },
                  re: leaves.map(({ pos }) => pos.id).filter((id) => isUlid(id) && id !== last.pos.id),
                },
              ])
            }
          >
            Keep {showValue(of, leaf.value, station.speaker.element as (id: string) => string)}, {station.speaker.who(leaf.who)}{' '}
            {station.speaker.when(leaf.pos.ord)}
          </Press>
        ))}
      </div>
    </div>
  );
};

export const SettingRow = ({
  of,
  element,
  station,
  reading,
  findings,
  open,
  setOpen,
}: Rows & { of: Parameter; element: ElementId | null }) => {
  const [holder = '', param = ''] = of.key.split('.');
  const key = settingKey(holder, element, param);
  const label = (id: string): string => station.state.elements.find((one) => one.id === id)?.label ?? id;
  const plan = wanted(station.state, key) ?? null;
  const device = station.state.device[key]?.value;
  const hidden = useLive((live) => live.hidesCards) && of.key === 'sim.iccid';
  const show = (value: typeof plan | undefined): string =>
    isSecret(value) ? secretWords(station, value) : hidden && value != null ? 'hidden while it is typed' : showValue(of, value, label);
  const mine = findings.filter((finding) => finding.fields.includes(key) && acceptedAs(station.state, finding) === null);
  const stop = mine.some(({ severity }) => severity === 'stop');
  const differs = device !== undefined && canonical(device) !== canonical(plan);
  const mark = stop
    ? 'underline decoration-double decoration-2 underline-offset-4'
    : mine.length > 0 || differs
      ? 'underline decoration-2 underline-offset-4'
      : '';
  const [main, other] =
    reading === 'planned'
      ? [show(plan), device === undefined ? '' : show(device)]
      : [device === undefined ? show(plan) : show(device), differs ? show(plan) : ''];
  const members = of.form.is === 'element' ? elementsOf(station.state, of.form.group) : [];
  const only = members.length === 1 ? (members[0]?.label ?? null) : null;
  const isOpen = open === key && !hidden;
  const stage = of.enteredOn === null ? null : stageOf(station.state, key);
  const words = stop ? 'stop' : mine.length > 0 ? 'see finding' : differs ? 'differs' : '';
  return (
    <div id={`row-${key}`} className="border-b border-rule">
      <button
        type="button"
        className={`sheet-row min-h-11 w-full items-center px-2 py-1 text-left ${isOpen ? 'bg-sheet-2' : ''}`}
        aria-expanded={isOpen}
        onClick={() => {
          setOpen(isOpen ? null : key);
        }}
      >
        <span>{of.label}</span>
        <span className={mark}>
          {main === '' ? (
            <span className="text-small text-ink-2">{only === null ? 'not filled in' : `${only}, the only one`}</span>
          ) : (
            <Value text={main} mono={isMono(of)} />
          )}
        </span>
        <span className="text-ink-2">
          {other !== '' && <Value text={other} mono={isMono(of)} />}
          {standing(station.state, key)?.simulated === true && <span className="ml-1 text-small font-semibold text-ink">simulated</span>}
          {words !== '' && <span className="ml-1 text-small font-semibold text-ink">{words}</span>}
        </span>
        <span>
          {of.enteredOn === null ? (
            <span className="text-small text-ink-2">{plan === null ? '' : 'on paper'}</span>
          ) : (
            <StageBar stage={stage} of={stagesOf(station, of)} />
          )}
        </span>
        <span className="text-small text-ink-2">{of.supplier}</span>
      </button>
      {isOpen && (
        <div className="border-l-[5px] border-brass-edge bg-sheet-2 px-4 py-3">
          <Conflict station={station} of={of} settingOf={key} />
          <SettingEditor
            key={key}
            of={of}
            settingOf={key}
            station={station}
            close={() => {
              setOpen(null);
              document.querySelector<HTMLButtonElement>(`[id="row-${key}"] > button`)?.focus();
            }}
          />
        </div>
      )}
      {!isOpen && conflictOf(station.state, key).length > 0 && (
        <p className="px-2 pb-1 text-small font-semibold">Two people set this. Open it to settle.</p>
      )}
    </div>
  );
};
