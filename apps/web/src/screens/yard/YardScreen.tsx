// The yard: virtual equipment for one station. Everything that comes from here says 'simulated' wherever it goes.
import { useEffect, useState } from 'react';
import { useSearchParams, Link } from 'react-router';
import { type ElementId, isStream, type Stream } from '@green-lamp/core/name';
import { showFigure } from '@green-lamp/core/quantity';
import { airs, cardStates, type Conditions, type DeskSaid, networks, type YardEvent, yardEvents } from '@green-lamp/core/yard';
import { CautionNote } from '../../parts/CautionNote.tsx';
import { Choose } from '../../parts/Field.tsx';
import { LampMark } from '../../parts/LampMark.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { tell, useLive } from '../../store/live.ts';
import { localSummaries } from '../../store/local-summaries.ts';
import { type Station, useLiveQuery, useStation } from '../../store/use-station.ts';
import {
  askModem,
  lookAtYard,
  makeCall,
  setUnitClock,
  setWeather,
  startYard,
  stopYard,
  type Tried,
  useYard,
  type YardPlace,
} from '../../store/yard.ts';

const airWords: { readonly [A in Conditions['air']]: string } = {
  good: 'good level and quality',
  fair: 'fair level',
  weak: 'too weak',
  swinging: 'swinging',
  noisy: 'good level, bad quality',
};
const saidWords: { readonly [S in DeskSaid]: string } = {
  ACK: 'The desk took it (ACK).',
  NAK: 'The desk refused its clock (NAK) and told the time; the unit set its clock and called again.',
  DUH: 'The desk understood the frame and can’t process it (DUH).',
  nothing: 'No answer came.',
};

const Terminal = ({ stream, path }: { stream: Stream; path: ElementId }) => {
  const [typed, setTyped] = useState('');
  const [seen, setSeen] = useState('');
  const send = async (): Promise<void> => {
    const answer = await askModem(stream, path, `${typed}\r`);
    setSeen((was) => `${was}${answer}`.slice(-8000));
    setTyped('');
  };
  return (
    <div className="flex flex-col gap-2">
      <pre
        className="mono h-44 overflow-y-auto border border-rule-2 bg-slip p-2 whitespace-pre-wrap"
        tabIndex={0}
        aria-label="What the virtual modem answered"
        aria-live="polite"
      >
        {seen === '' ? 'Nothing asked yet.' : seen.replaceAll('\r', '')}
      </pre>
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void send().catch(tell);
        }}
      >
        <input
          className="input mono"
          aria-label="Command to the virtual modem"
          value={typed}
          spellCheck={false}
          autoComplete="off"
          placeholder="AT+CSQ"
          onChange={({ target }) => {
            setTyped(target.value);
          }}
        />
        <button type="submit" className="button">
          Ask
        </button>
      </form>
    </div>
  );
};

const Weather = ({ stream, place, conditions }: { stream: Stream; place: YardPlace; conditions: Conditions }) => {
  const change = (of: Partial<Conditions>): void => {
    void setWeather(stream, place.path, { ...conditions, ...of }).catch(tell);
  };
  const pick = <T extends string>(values: readonly T[], words: (value: T) => string = (value) => value) =>
    values.map((value) => ({ value, label: words(value) }));
  return (
    <div className="grid grid-cols-2 gap-3 md:grid-cols-5">
      <Choose
        label="Card"
        value={conditions.card}
        of={pick(cardStates)}
        change={(value) => {
          const card = cardStates.find((one) => one === value);
          if (card !== undefined) change({ card });
        }}
      />
      <Choose
        label="Air"
        value={conditions.air}
        of={pick(airs, (air) => airWords[air])}
        change={(value) => {
          const air = airs.find((one) => one === value);
          if (air !== undefined) change({ air });
        }}
      />
      <Choose
        label="Network"
        value={conditions.network}
        of={pick(networks)}
        change={(value) => {
          const network = networks.find((one) => one === value);
          if (network !== undefined) change({ network });
        }}
      />
      <Choose
        label="APN"
        value={conditions.apnKnown ? 'known' : 'unknown'}
        of={pick(['known', 'unknown'], (of) => `${of} to the network`)}
        change={(value) => {
          change({ apnKnown: value === 'known' });
        }}
      />
      <Choose
        label="Figures renewed every"
        value={String(conditions.refresh)}
        of={pick(['1000', '2000', '5000', '10000'], (of) => `${Number(of) / 1000} s`)}
        change={(value) => {
          change({ refresh: Number(value) });
        }}
      />
    </div>
  );
};

const clocks = ['0', '300000', '-300000', '15000', '-3600000'];

const Unit = ({ stream, place }: { stream: Stream; place: YardPlace }) => {
  const [tried, setTried] = useState<readonly Tried[]>([]);
  const [busy, setBusy] = useState(false);
  const call = async (event: YardEvent): Promise<void> => {
    setBusy(true);
    try {
      setTried(await makeCall(stream, place.path, event));
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="flex flex-col gap-2">
      <p className="text-note">
        The unit calls with account <span className="mono">{place.account === '' ? 'none: the sheet has no account' : place.account}</span>{' '}
        from <span className="mono">{place.address}</span>; its next call is number <span className="mono">{place.sequence}</span>.
      </p>
      <div className="flex flex-wrap items-end gap-2">
        {yardEvents.map(({ what, label }) => (
          <button
            key={what}
            type="button"
            className="button"
            aria-disabled={busy || place.account === ''}
            onClick={() => void (busy || place.account === '' ? undefined : call(what).catch(tell))}
          >
            {label}
          </button>
        ))}
        <div className="w-52">
          <Choose
            label="Its clock"
            value={clocks.includes(String(place.clock)) ? String(place.clock) : '0'}
            of={clocks.map((value) => ({
              value,
              label: value === '0' ? 'right' : `${showFigure(Math.abs(Number(value)), 'ms')} ${Number(value) > 0 ? 'fast' : 'slow'}`,
            }))}
            change={(value) => void setUnitClock(stream, place.path, Number(value)).catch(tell)}
          />
        </div>
      </div>
      <ol aria-live="polite" className="flex flex-col gap-2">
        {tried.map(({ sent, answer, said }, i) => (
          <li key={i} className="border-t border-rule pt-1">
            <p className="font-semibold">{saidWords[said]}</p>
            <p className="mono text-small break-all">sent {sent}</p>
            <p className="mono text-small break-all">heard {answer === '' ? 'nothing' : answer}</p>
          </li>
        ))}
      </ol>
    </div>
  );
};

const CallLamp = ({ station }: { station: Station }) => {
  const call = station.line.after.find(({ lamp }) => lamp === 'Call');
  return call === undefined ? null : (
    <Link to={`/stations/${station.stream}/proof`} className="link inline-flex min-h-11 items-center gap-2">
      <LampMark is={call.is} size={22} simulated={call.simulated} /> Call {call.is}
      {call.simulated && ', simulated'}
    </Link>
  );
};

const Open = ({ stream }: { stream: Stream }) => {
  const station = useStation(stream);
  const places = useYard((yard) => yard.places[stream]);
  const connected = useLive((live) => live.connected);
  useEffect(() => void lookAtYard(stream).catch(tell), [stream, connected]);
  if (station === 'none') return <Empty>This station is neither in this browser nor at the desk.</Empty>;
  if (station === 'asking') return <Waiting>Opening the station…</Waiting>;
  if (places === undefined) return connected ? <Waiting /> : <Empty>The yard runs at the desk, and the desk does not answer.</Empty>;
  if (places === null)
    return (
      <div className="flex flex-col items-start gap-3 py-4">
        <p>The yard stands still for this station. Its equipment is made from the sheet as it is now.</p>
        <button type="button" className="button button-main" onClick={() => void startYard(stream).catch(tell)}>
          Start the virtual equipment
        </button>
      </div>
    );
  return (
    <div className="flex flex-col gap-4 py-3">
      <div className="flex flex-wrap items-center gap-3">
        <CallLamp station={station} />
        <span className="grow" />
        <button type="button" className="button" onClick={() => void startYard(stream).catch(tell)}>
          Make it anew from the sheet
        </button>
        <button type="button" className="button" onClick={() => void stopYard(stream).catch(tell)}>
          Stop it
        </button>
      </div>
      {places.length === 0 && <Empty>The sheet has no path in use: nothing can be made of it.</Empty>}
      {places.map((place) => (
        <section
          key={place.path}
          aria-label={station.speaker.element(place.path)}
          className="flex flex-col gap-3 border-t-2 border-rule-2 pt-2"
        >
          <h2 className="font-bold">{station.speaker.element(place.path)} · simulated</h2>
          <Unit stream={stream} place={place} />
          {place.conditions !== null && (
            <>
              <h3 className="font-semibold">Virtual modem</h3>
              <Weather stream={stream} place={place} conditions={place.conditions} />
              <Terminal stream={stream} path={place.path} />
            </>
          )}
        </section>
      ))}
    </div>
  );
};

export const YardScreen = () => {
  const [search, setSearch] = useSearchParams();
  const stations = useLiveQuery(localSummaries, []);
  const chosen = search.get('station');
  return (
    <div className="h-full overflow-y-auto bg-sheet px-5 py-3">
      <div className="flex flex-wrap items-end gap-4">
        <div className="grow">
          <h1 className="text-head font-bold">Yard</h1>
          <p>Virtual modems and units. What comes from here is marked ‘simulated’ everywhere and never stands for the real thing.</p>
        </div>
        <div className="w-80">
          <Choose
            label="Station"
            value={chosen ?? ''}
            empty="choose a station"
            of={(stations ?? []).map(({ stream, name }) => ({ value: stream, label: name }))}
            change={(stream) => {
              setSearch(stream === '' ? {} : { station: stream }, { replace: true });
            }}
          />
        </div>
      </div>
      {stations?.length === 0 && <Empty>No station is known here yet. Open one under Stations.</Empty>}
      <div className="mt-2">
        <CautionNote of="output" />
      </div>
      {isStream(chosen) && chosen.startsWith('station:') && <Open key={chosen} stream={chosen} />}
    </div>
  );
};
