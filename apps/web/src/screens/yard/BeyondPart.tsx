// Beyond the station: carriers and masts, the office, a person at somebody else's desk, the portal.
import { counted } from '@green-lamp/core/quantity';
import { lazy, Suspense, useState } from 'react';
import { type Dale, operatorMoods, readsBack, subscriptionStates, type ValueDoubt } from '@green-lamp/core/yard';
import { Choose, Field } from '../../parts/Field.tsx';
import { Waiting } from '../../parts/State.tsx';
import { useLook } from '../../store/look.ts';
import { Does, Mono, Rows, useShown } from './world.tsx';

const Carriers = ({ dale }: { dale: Dale }) => {
  const { act, seen } = useShown();
  return (
    <section aria-label="Carriers" className="flex flex-col gap-2">
      <h2 className="font-bold">Carriers</h2>
      {dale.carriers.map(({ name, network, points, outage, congested, textsByPortalOnly, roams, retires }) => (
        <div key={name} role="group" aria-label={name} className="flex flex-wrap items-center gap-2 border-t border-rule pt-2">
          <span className="grow">
            <b>{name}</b> <Mono>{network}</Mono>: {points.map(({ apn, gives }) => `${apn} (${gives})`).join(', ')}.{' '}
            {roams.length === 0 ? 'Takes no guests' : `Takes guests of ${roams.join(' and ')}`}; texts by{' '}
            {textsByPortalOnly ? 'its portal only' : 'telephone and portal'}.
            {retires.map(({ radio, after }) => ` ${radio} is switched off on ${new Date(after).toISOString().slice(0, 10)}.`).join('')}
          </span>
          <Does act={{ act: 'carrier', carrier: name, change: { outage: !outage } }}>{outage ? 'End the outage' : 'Outage'}</Does>
          <Does act={{ act: 'carrier', carrier: name, change: { congested: !congested } }}>
            {congested ? 'Take newcomers again' : 'Refuse newcomers'}
          </Does>
        </div>
      ))}
      {seen.station.modems.map(({ id, slots, slot, subscription }) => (
        <div key={id} className="w-72">
          <Choose
            label="Subscription of the card in use"
            value={subscription}
            empty="no card"
            of={subscriptionStates.map((value) => ({ value, label: value }))}
            change={(state) => act({ act: 'subscription', iccid: slots[slot]?.iccid ?? '', change: { state } })}
          />
        </div>
      ))}
      <div className="flex flex-wrap gap-2">
        {dale.masts.map(({ id, name, silent }) => (
          <Does key={id} act={{ act: 'mast', mast: id, silent: !silent }} pressed={silent}>
            {silent ? `${name}: up again` : `${name}: down`}
          </Does>
        ))}
      </div>
    </section>
  );
};

const officeChoices = {
  name: ['right', 'old address', 'dead'],
  forward: ['right', 'missing', 'wrong machine'],
  protocol: ['right', 'other'],
} as const;
const Office = ({ dale }: { dale: Dale }) => {
  const { act, real } = useShown();
  const { office } = dale;
  const pick = (what: keyof typeof officeChoices, label: string) => (
    <div className="w-44">
      <Choose
        label={label}
        value={office[what]}
        of={officeChoices[what].map((value) => ({ value, label: value }))}
        change={(value) => act({ act: 'office', change: { [what]: value } })}
      />
    </div>
  );
  return (
    <section aria-label="The office" className="flex flex-col gap-2">
      <h2 className="font-bold">The office</h2>
      <p className="text-note">
        {real
          ? 'These change the yard’s way to the desk. The desk’s own listeners go on as they are: real clients reach them all the time.'
          : 'Practice has a desk of its own.'}
      </p>
      <div className="flex flex-wrap items-end gap-3">
        {pick('name', 'The desk’s name leads')}
        {pick('forward', 'Forward of the port')}
        {pick('protocol', 'Protocol on the port')}
        <Does act={{ act: 'office', change: { line: !office.line } }}>
          {office.line ? 'Cut the office’s line' : 'Mend the office’s line'}
        </Does>
        <Does act={{ act: 'office', change: { listener: !office.listener } }}>
          {office.listener ? 'Stop the listener' : 'Start the listener'}
        </Does>
      </div>
    </section>
  );
};

const Person = ({ dale }: { dale: Dale }) => {
  const { act, seen } = useShown();
  const [asked, setAsked] = useState<string | null>(null);
  const ask = (): void => {
    const said = readsBack(dale.office.operator, dale.arrived, { account: seen.station.unit.account, seed: dale.at % 1000 });
    setAsked(
      said.said === 'nothing'
        ? '“I have nothing here for that account.”'
        : `“Account ${Array.from(said.account).join(' ')}, ${said.event}, at ${new Date(said.at).toISOString().slice(11, 19)} UTC.”`,
    );
  };
  return (
    <section aria-label="A person at the desk" className="flex flex-col gap-2">
      <h2 className="font-bold">A person at somebody else’s desk</h2>
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-64">
          <Choose
            label="The person today"
            value={dale.office.operator}
            of={operatorMoods.map((value) => ({ value, label: value }))}
            change={(operator) => act({ act: 'office', change: { operator } })}
          />
        </div>
        <button type="button" className="button" onClick={ask}>
          Ask what came in
        </button>
      </div>
      <p aria-live="polite">{asked ?? 'Nobody was asked yet.'}</p>
    </section>
  );
};

const Chart = lazy(() => import('../../parts/Chart.tsx'));
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
/** What makes a value of the portal doubtful: there is one, and it is wrong. */
const doubtWords: { readonly [D in ValueDoubt]: string } = {
  stuck: 'the same again and again: is it read at all?',
  'out of range': 'no such device has this: by which family’s map is it read?',
  'not this bank': 'the bank at its terminals has far less: by which family’s map is it read?',
};
/** The values of a device as the portal draws them. */
const Graph = ({ events }: { events: Dale['portal']['events'] }) => {
  const theme = useLook((look) => look.theme);
  if (events.length < 2) return null;
  const [ink, soft, rule] = [token('--ink'), token('--ink-2'), token('--rule')];
  return (
    <Suspense fallback={<Waiting>Drawing…</Waiting>}>
      <Chart
        key={theme}
        label={`${counted(events.length, 'value')} of the device at the portal, the last ${Number(events.at(-1)?.value ?? 0) / 10} ${events.at(-1)?.in ?? ''}`}
        options={{
          chart: {
            type: 'line',
            height: 200,
            toolbar: { show: false },
            zoom: { enabled: false },
            animations: { enabled: false },
            fontFamily: 'inherit',
            foreColor: soft,
          },
          series: [{ name: 'Value', data: events.map(({ at, value }) => [at, Number(value) / 10]) }],
          xaxis: { type: 'datetime' },
          yaxis: { title: { text: '°C' } },
          stroke: { width: 2 },
          colors: [ink],
          grid: { borderColor: rule },
          tooltip: { enabled: false },
        }}
      />
    </Suspense>
  );
};

const PortalPart = ({ dale }: { dale: Dale }) => {
  const { seen } = useShown();
  const [account, setAccount] = useState('dale-office');
  const [id, setId] = useState(seen.station.unit.serial);
  const [code, setCode] = useState('');
  const [hangs, setHangs] = useState('');
  const [hook, setHook] = useState(dale.portal.webhook);
  const device = dale.portal.devices.find((one) => one.id === seen.station.unit.serial);
  return (
    <section aria-label="The portal" className="flex flex-col gap-2">
      <h2 className="font-bold">The portal</h2>
      {device === undefined ? (
        <p className="text-ink-2">This kind of unit is claimed at no portal.</p>
      ) : (
        <>
          <Rows
            label="The device at the portal"
            of={[
              ['On its label', <Mono key="l">{`${device.id} · code ${device.code}`}</Mono>],
              ['Owner', device.owner ?? 'none yet'],
              ['Hangs on it', device.hangs ?? 'nobody has said'],
              [
                'Last values',
                <Mono key="v">
                  {dale.portal.events
                    .filter((one) => one.id === device.id)
                    .slice(-8)
                    .map(
                      ({ value, in: measure, doubt }) =>
                        `${(Number(value) / 10).toFixed(1)} ${measure}${doubt === null ? '' : ` (${doubtWords[doubt]})`}`,
                    )
                    .join(' ') || 'none'}
                </Mono>,
              ],
            ]}
          />
          <Graph events={dale.portal.events.filter((one) => one.id === device.id)} />
          <div className="flex flex-wrap items-end gap-2">
            <div className="w-40">
              <Field label="Account at the portal" value={account} change={setAccount} />
            </div>
            <div className="w-44">
              <Field label="Identifier" mono value={id} change={setId} />
            </div>
            <div className="w-36">
              <Field label="Code" mono value={code} change={setCode} />
            </div>
            <Does act={{ act: 'claim', account, id, code }}>Claim it</Does>
            <div className="w-44">
              <Field label="What hangs on it" value={hangs} change={setHangs} />
            </div>
            <Does act={{ act: 'hangs', id: device.id, what: hangs }}>Say so</Does>
            <div className="w-64">
              <Field label="Tell events to (this computer only)" mono value={hook} change={setHook} />
            </div>
            <Does act={{ act: 'webhook', to: hook }}>Tell them there</Does>
          </div>
        </>
      )}
    </section>
  );
};

export const BeyondPart = ({ dale }: { dale: Dale }) => (
  <div className="flex flex-col gap-5">
    <Carriers dale={dale} />
    <Office dale={dale} />
    <Person dale={dale} />
    <PortalPart dale={dale} />
  </div>
);
