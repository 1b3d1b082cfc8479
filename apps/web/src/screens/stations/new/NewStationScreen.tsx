// A new station: what it is made of, and what its first call stands on. What can be known is filled in; what is left empty is asked for later.
import { counted } from '@green-lamp/core/quantity';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { deskStream, settingKey } from '@green-lamp/core/name';
import { wanted } from '@green-lamp/core/journal';
import { type PathKind, pathKinds } from '@green-lamp/core/sheet';
import { firstCall, outfit, usually, wayNames } from '@green-lamp/core/walk';
import { isListenerKind, listeners as listens } from '@green-lamp/core/wire';
import { Field } from '../../../parts/Field.tsx';
import { Waiting } from '../../../parts/State.tsx';
import { useLive } from '../../../store/live.ts';
import { useStream } from '../../../store/use-stream.ts';
import { type EquipmentProfile, ofRole, useEquipment } from './equipment.ts';
import { FirstValues } from './FirstValues.tsx';
import { openStation, viewOf } from './open-station.ts';
import { PickEquipment } from './PickEquipment.tsx';
import { RowsFile } from './RowsFile.tsx';
import { SheetFiles } from './SheetFiles.tsx';
import { isGoal, useNewStation } from './use-new-station.ts';

const isSecond = (ways: readonly PathKind[]) => (way: PathKind, i: number) => way === 'cellular' && i !== ways.indexOf(way);
/** Where there is a slot more, a second card is a second path: cold, since the radio has one at a time. */
const SecondCard = ({ ways, change }: { ways: readonly PathKind[]; change: (to: readonly PathKind[]) => void }) => {
  const at = ways.findIndex(isSecond(ways));
  return (
    <button
      type="button"
      className="button"
      aria-pressed={at >= 0}
      onClick={() => {
        change(at >= 0 ? ways.filter((_, i) => i !== at) : [...ways, 'cellular']);
      }}
    >
      {at >= 0 && <span className="key">{at + 1}</span>}
      Second card
    </button>
  );
};

const Ways = ({ ways, slots, change }: { ways: readonly PathKind[]; slots: number; change: (to: readonly PathKind[]) => void }) => (
  <fieldset>
    <legend className="mb-1 w-full border-t border-rule-2 pt-2 font-bold">Paths, in the order in which they are tried</legend>
    <div className="flex flex-wrap gap-3">
      {pathKinds.map((kind) => (
        <button
          key={kind}
          type="button"
          className="button"
          aria-pressed={ways.includes(kind)}
          onClick={() => {
            change(ways.includes(kind) ? ways.filter((one) => one !== kind) : [...ways, kind]);
          }}
        >
          {ways.includes(kind) && <span className="key">{ways.indexOf(kind) + 1}</span>}
          {wayNames[kind]}
        </button>
      ))}
      {ways.includes('cellular') && slots > 1 && <SecondCard ways={ways} change={change} />}
    </div>
  </fieldset>
);

const Form = ({ equipment }: { equipment: readonly EquipmentProfile[] }) => {
  const go = useNavigate();
  const station = useNewStation(equipment);
  const { said, made, chosen, secrets, say } = station;
  const [search] = useSearchParams();
  const account = search.get('account');
  const [find, setFind] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const listeners = useLive(({ listeners: all }) => all);
  const heard = listeners.flatMap(({ kind, port, by, state }, i) =>
    state === 'listening' && isListenerKind(kind) && by === 'tcp' && listeners.findIndex((one) => one.kind === kind) === i
      ? [{ kind, port }]
      : [],
  );
  const desk = useStream(deskStream)?.state;
  const outside = desk === undefined ? null : wanted(desk, settingKey('listener', null, 'outside'));
  const fitted = outfit(made, {
    listeners: heard,
    outside: typeof outside === 'string' ? outside : null,
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    id: station.id,
  });
  const call = firstCall(
    viewOf(fitted, { ...said.typed, ...secrets }),
    chosen.map(({ profile }) => profile),
  );
  const { ways, goal } = made;
  const goals = [
    ...heard.map(({ kind }): { value: string; label: string } => ({ value: kind, label: `This desk, by ${listens[kind].label}` })),
    { value: 'portal', label: 'A portal' },
    { value: 'other', label: 'Somebody else’s desk' },
  ];
  // Somebody called with an account that no station has: it is filled in, unless another is typed.
  const accountKey = settingKey('receiver', station.id('receiver 0'), 'account');
  useEffect(() => {
    if (account !== null && said.typed[accountKey] === undefined) say({ typed: { ...said.typed, [accountKey]: account } });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each account
  }, [account]);
  const open = async (): Promise<void> => {
    if (said.name.trim() === '') {
      setProblem('Give the station a name that says what it is and where.');
      document.getElementById('new-station-name')?.querySelector('input')?.focus();
      return;
    }
    try {
      const stream = await openStation({ name: said.name.trim(), outfit: fitted, equipment: chosen, typed: said.typed, secrets });
      station.drop();
      await go(`/stations/${stream}/sheet`);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'It could not be opened.');
    }
  };
  return (
    <form
      className="flex min-h-0 grow flex-col"
      onSubmit={(event) => {
        event.preventDefault();
        void open();
      }}
    >
      <div className="new-station">
        <div className="flex flex-col gap-4">
          <div id="new-station-name">
            <Field
              label="Name"
              value={said.name}
              change={(name) => {
                say({ name });
              }}
              focus
              hint="What it is, and where: ‘Rain gauge, High Intake’."
            />
          </div>
          <section aria-label="What it is made of" className="flex flex-col gap-3">
            <div className="flex flex-wrap items-center gap-x-4">
              <h2 className="grow font-bold">What it is made of</h2>
              <Link to="/copy" className="quiet">
                Like a station that is there
              </Link>
              <RowsFile outfit={fitted} equipment={chosen} />
            </div>
            <Field label="Find equipment" value={find} change={setFind} hint="By name, or by what it does: ‘pump’, ‘dongle’, ‘CAN’." />
            <PickEquipment
              label="Unit"
              none="I will say later"
              of={ofRole(equipment, 'unit')}
              find={find}
              chosen={said.unit}
              choose={(unit) => {
                const kind = equipment.find(({ profile }) => profile.id === unit)?.profile.kind;
                const beside = kind === undefined ? undefined : usually[kind].modem;
                const modem = equipment.find(({ profile }) => beside !== undefined && profile.kind === beside)?.profile.id ?? null;
                say({ unit, ...(said.modem === null && modem !== null ? { modem } : {}) });
                setFind('');
              }}
            />
            <PickEquipment
              label="Modem or router"
              none="Inside of the unit, or I will say later"
              of={ofRole(equipment, 'modem')}
              find={find}
              chosen={said.modem}
              choose={(modem) => {
                say({ modem });
                setFind('');
              }}
            />
            <Ways
              ways={ways}
              slots={(made.modem ?? made.unit)?.slots?.length ?? 1}
              change={(to) => {
                say({ ways: to });
              }}
            />
            <fieldset>
              <legend className="mb-1 w-full border-t border-rule-2 pt-2 font-bold">Its calls go to</legend>
              <div className="flex flex-wrap gap-3">
                {[...goals, { value: 'later', label: 'I will say later' }].map(({ value, label }) => (
                  <button
                    key={value}
                    type="button"
                    className="button"
                    aria-pressed={value === (goal ?? 'later')}
                    onClick={() => {
                      say({ goal: value === 'later' || isGoal(value) ? value : null });
                    }}
                  >
                    {label}
                  </button>
                ))}
              </div>
            </fieldset>
          </section>
        </div>
        <FirstValues
          call={call}
          outfit={fitted}
          typed={said.typed}
          secrets={secrets}
          type={(key, text) => {
            say({ typed: { ...said.typed, [key]: text } });
          }}
          hide={station.hide}
        />
      </div>
      <div className="new-station-foot">
        <p role="status" className="grow font-semibold">
          {call.open.length === 0
            ? 'Ready for its first call: nothing is missing.'
            : `${counted(call.open.length, 'value is', 'values are')} missing for its first call.`}
        </p>
        {problem !== null && (
          <p role="alert" className="border-l-4 border-ink pl-2 font-semibold">
            {problem}
          </p>
        )}
        <button
          type="button"
          className="quiet"
          onClick={() => {
            station.drop();
            void go('/stations');
          }}
        >
          Leave it
        </button>
        <button type="submit" className="button button-main">
          Open the station
        </button>
      </div>
    </form>
  );
};

export const NewStationScreen = () => {
  const equipment = useEquipment();
  return (
    <div className="flex h-full flex-col bg-sheet" role="region" aria-label="New station">
      <div className="flex px-5 pt-2 max-sm:px-4 flex-wrap items-center gap-x-4">
        <h1 className="grow text-head font-bold">New station</h1>
        <SheetFiles />
      </div>
      {equipment === null ? <Waiting>Looking up the profiles…</Waiting> : <Form equipment={equipment} />}
    </div>
  );
};
