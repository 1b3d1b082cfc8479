// What the station hangs on where it stands, and how far a call gets over each path.
import { counted, showFigure } from '@green-lamp/core/quantity';
import type { YardStation } from '@green-lamp/core/yard';
import { CautionNote } from '../../parts/CautionNote.tsx';
import { Choose } from '../../parts/Field.tsx';
import { Empty } from '../../parts/State.tsx';
import { Does, Mono, Rows, usePart, useShown } from './world.tsx';

const MakeFirst = ({ path }: { path: string }) => (
  <Does act={{ act: 'first', station: useShown().station, path }}>Make it the first path</Does>
);
const Way = ({ path, first }: { path: YardStation['paths'][number]; first: boolean }) => (
  <section aria-label={`The way over ${path.label}`} className="border-t border-rule pt-2">
    <h2 className="font-bold">
      {path.label} ·{' '}
      {path.reaches === null
        ? 'a fault is planted blind: make a call and look'
        : path.reaches
          ? `reaches the desk in ${path.ms} ms`
          : 'does not reach the desk'}
    </h2>
    <ol className="flex flex-wrap gap-x-2">
      {path.hops.map(({ hop, ok }, i) => (
        <li key={`${hop} ${i}`} className={ok ? '' : 'font-bold underline'}>
          {hop}
          {ok ? (i === path.hops.length - 1 ? '' : ' →') : ': it ends here'}
        </li>
      ))}
    </ol>
    {path.ends !== null && (
      <p>
        {path.ends.words} The unit sees: {path.ends.sees}.
      </p>
    )}
    <p className="text-note text-ink-2">From outside: {path.inward}.</p>
    {!first && <MakeFirst path={path.id} />}
  </section>
);

const Supply = () => {
  const { station, seen } = useShown();
  const { supply, site } = seen.station;
  return (
    <section aria-label="Supply" className="flex flex-col gap-2">
      <h2 className="font-bold">Supply</h2>
      <CautionNote of="battery" />
      <Rows
        label="Supply"
        of={[
          [
            'At the terminals',
            <Mono key="r">{`${showFigure(supply.rests, 'mV')} at rest, ${showFigure(supply.bursts, 'mV')} while it sends`}</Mono>,
          ],
          ['Least', <Mono key="l">{showFigure(supply.least, 'mV')}</Mono>],
          ['Fed by', supply.mainsOn ? 'mains' : supply.batteryFitted ? 'its battery' : 'nothing'],
          ['Door', site.doorOpen ? 'open' : 'shut'],
        ]}
      />
      <div className="flex flex-wrap gap-2">
        <Does act={{ act: 'mains', station, on: !supply.mainsOn }}>{supply.mainsOn ? 'Cut the mains' : 'Switch the mains on'}</Does>
        <Does act={{ act: 'battery', station, fitted: !supply.batteryFitted }}>
          {supply.batteryFitted ? 'Take the battery out' : 'Connect the battery'}
        </Does>
        <Does act={{ act: 'power', station, on: false }}>Everything off</Does>
        <Does act={{ act: 'power', station, on: true }}>Everything on</Does>
        <Does act={{ act: 'door', station, open: !site.doorOpen }}>{site.doorOpen ? 'Shut the door' : 'Open the door'}</Does>
      </div>
    </section>
  );
};

const Line = () => {
  const { station, seen, act } = useShown();
  const { site } = seen.station;
  const piece = (what: 'plug' | 'lineSide' | 'beyond', words: string) => (
    <Does act={{ act: 'line', station, [what]: !site.line[what] }}>{site.line[what] ? `Pull: ${words}` : `Put back: ${words}`}</Does>
  );
  const choose = (label: string, name: string, value: string, of: readonly string[]) => (
    <div className="w-52">
      <Choose
        label={label}
        value={value}
        of={of.map((one) => ({ value: one, label: one }))}
        change={(to) => act({ act: 'site', station, change: { [name]: to } })}
      />
    </div>
  );
  return (
    <section aria-label="Line and router" className="flex flex-col gap-2">
      <h2 className="font-bold">Line and router</h2>
      <div className="flex flex-wrap gap-2">
        {piece('plug', 'the plug at the unit')}
        {piece('lineSide', 'the line side of the line box')}
        {piece('beyond', 'the line beyond')}
        <Does act={{ act: 'site', station, change: { blocksAll: site.blocked !== 'all' } }}>
          {site.blocked === 'all' ? 'Let everything out' : 'Block outbound at the site’s router'}
        </Does>
        <Does act={{ act: 'site', station, change: { names: !site.names } }}>
          {site.names ? 'Stop the site’s name lookup' : 'Start the site’s name lookup'}
        </Does>
        <Does act={{ act: 'site', station, change: { wifiInternet: !site.wifi.internet } }}>
          {site.wifi.internet ? 'Cut the access point’s internet' : 'Give the access point internet'}
        </Does>
      </div>
      <div className="flex flex-wrap gap-3">
        {choose('Addresses', 'lease', site.lease, ['given', 'none', 'taken twice'])}
        {choose('The router’s probe asks', 'probeAsks', site.probe.asks, ['none', 'own LAN', 'one host', 'two hosts'])}
        {choose('Fuses', 'fuses', site.fuses, ['own', 'one'])}
        {site.socket !== null && choose('The one socket is', 'socket', site.socket, ['WAN', 'LAN'])}
        {choose('Tunnel', 'tunnel', site.tunnel, ['none', 'up', 'same subnet', 'key differs'])}
      </div>
      <p className="text-note">
        {site.probe.asks === 'none'
          ? 'No probe: the unit tries its paths itself.'
          : `Probes every ${showFigure(site.probe.every, 'ms')}, changes over after ${counted(site.probe.misses, 'miss', 'misses')}; ${site.probe.missed} missed now. Carries: ${
              seen.station.paths.find(({ id }) => id === site.active)?.label ?? 'none'
            }.`}
      </p>
    </section>
  );
};

export const SitePart = () => {
  const { seen } = useShown();
  if (!usePart('site')) return <Empty>The site of this station is real: the yard leaves it alone.</Empty>;
  return (
    <div className="flex flex-col gap-5">
      {seen.station.paths.map((path, i) => (
        <Way key={path.id} path={path} first={i === 0} />
      ))}
      <Supply />
      <Line />
    </div>
  );
};
