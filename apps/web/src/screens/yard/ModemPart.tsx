// The virtual modems of a station: what each thinks, its card and aerials in the hand, and its port.
import { useEffect, useRef, useState } from 'react';
import { type ElementId, isStream } from '@green-lamp/core/name';
import { aerials, basicTable, type CommandRow, commandTable, type ModemView, statusManners } from '@green-lamp/core/yard';
import { CautionNote } from '../../parts/CautionNote.tsx';
import { Choose, Field } from '../../parts/Field.tsx';
import { Empty } from '../../parts/State.tsx';
import { tell } from '../../store/live.ts';
import { askModem } from '../../store/yard.ts';
import { Does, Mono, Rows, usePart, useShown } from './world.tsx';

const Terminal = ({ modem, heard }: { modem: string; heard: string }) => {
  const { real, station, seen, act } = useShown();
  const [typed, setTyped] = useState('');
  const end = useRef<HTMLPreElement>(null);
  useEffect(() => {
    end.current?.scrollTo({ top: end.current.scrollHeight });
  }, [heard]);
  const path = seen.station.paths.find((one) => one.modem === modem)?.id;
  const send = (): void => {
    const line = `${typed}\r`;
    if (real && isStream(station) && path !== undefined)
      void askModem(station, path as ElementId, line).catch(tell); // made from the sheet's own paths
    else act({ act: 'port', station, modem, bytes: line });
    setTyped('');
  };
  return (
    <div className="flex flex-col gap-2">
      <pre
        ref={end}
        className="mono h-44 overflow-y-auto border border-rule-2 bg-slip p-2 whitespace-pre-wrap"
        tabIndex={0}
        aria-label="What the virtual modem answered"
        aria-live="polite"
      >
        {heard === '' ? 'Nothing asked yet.' : heard.replaceAll('\r', '')}
      </pre>
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          send();
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

const aerialWords = { right: 'right', 'wrong band': 'for another band', 'other socket': 'on another socket', none: 'none' } as const;
const InHand = ({ modem }: { modem: ModemView }) => {
  const { station, act } = useShown();
  const of = { station, modem: modem.id };
  const aerial = (socket: 'main' | 'diversity') => (
    <div className="w-44">
      <Choose
        label={socket === 'main' ? 'Aerial on main' : 'Aerial on second'}
        value={modem.aerials[socket]}
        of={aerials.map((value) => ({ value, label: aerialWords[value] }))}
        change={(value) => act({ act: 'aerial', ...of, change: { [socket]: value } })}
      />
    </div>
  );
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap gap-2">
        <Does act={{ act: 'modem-power', ...of, on: modem.power === 'no power' }}>
          {modem.power === 'no power' ? 'Give the modem power' : 'Take the modem’s power'}
        </Does>
        {modem.slots.map((slot, i) => (
          <div key={i} role="group" aria-label={`Slot ${i + 1}`} className="flex flex-wrap items-center gap-2 border-l border-rule-2 pl-2">
            <span>
              Slot {i + 1}
              {i === modem.slot ? ', in use' : ''}:{' '}
              {slot.iccid === '' ? 'empty' : slot.turned ? 'card turned' : slot.seated ? 'card in' : 'card half in'}
            </span>
            {slot.iccid !== '' && (
              <>
                <Does act={{ act: 'card', ...of, slot: i, change: { turned: !slot.turned } }}>Turn the card</Does>
                <Does act={{ act: 'card', ...of, slot: i, change: { seated: !slot.seated } }}>
                  {slot.seated ? 'Pull it half out' : 'Push it home'}
                </Does>
              </>
            )}
            {i !== modem.slot && <Does act={{ act: 'slot', ...of, use: i }}>Use this slot</Does>}
          </div>
        ))}
      </div>
      <CautionNote of="aerial" />
      <div className="flex flex-wrap gap-3">
        {aerial('main')}
        {aerial('diversity')}
        <div className="w-44">
          <Choose
            label="Serial cable to the unit"
            value={modem.link.cable}
            of={['right', 'crossed', 'out'].map((value) => ({ value, label: value }))}
            change={(value) => act({ act: 'link', ...of, change: { cable: value } })}
          />
        </div>
      </div>
    </div>
  );
};

/** A true minus, which no hyphen in a name is: it stands before a figure. */
const signed = (text: string): string => text.replace(/(^| )-(?=\d)/g, '$1−');
const thinks = (modem: ModemView): readonly (readonly [string, React.ReactNode])[] => [
  ['Power', modem.power],
  ['Card', `${modem.card}${modem.pinTries === null ? '' : `, ${modem.pinTries} PIN tries left`}`],
  ['Registration', modem.asleep ? `${modem.registration}; asleep` : modem.registration],
  ['Last cause', modem.cause === '' ? 'none' : modem.cause],
  ['Cell', modem.cell === null ? 'none' : `${modem.cell.carrier}, ${modem.cell.radio} on ${modem.cell.band}, ${modem.cell.mast}`],
  [
    'Level',
    modem.level === null ? (
      'none'
    ) : (
      <Mono>{signed(`${modem.level.rsrp} dBm · quality ${modem.level.rsrq} dB · SINR ${modem.level.sinr} dB`)}</Mono>
    ),
  ],
  [
    'Also heard',
    modem.neighbours.length === 0 ? (
      'nothing'
    ) : (
      <Mono key="also">
        {modem.neighbours.map(({ carrier, radio, band, rsrp }) => signed(`${carrier} ${radio} ${band} ${rsrp} dBm`)).join(', ')}
      </Mono>
    ),
  ],
  [
    'Session',
    modem.sessions.length === 0 ? 'none' : <Mono>{modem.sessions.map(({ apn, address }) => `${apn} ${address}`).join(', ')}</Mono>,
  ],
  [
    'Told',
    <Mono key="told">{`APN ${modem.told.apn === '' ? 'none' : modem.told.apn}, mode ${modem.told.mode}, roaming ${modem.told.roaming ? 'on' : 'off'}`}</Mono>,
  ],
  [
    'Indicators',
    modem.lights.length === 0 ? 'all dark' : modem.lights.map(({ place, colour, rhythm }) => `${place}: ${colour}, ${rhythm}`).join('; '),
  ],
];

/** A text to the card in use, as somebody sends it who knows its number. */
const SendText = ({ modem }: { modem: ModemView }) => {
  const { act } = useShown();
  const [text, setText] = useState('');
  const [from, setFrom] = useState('+447700900118');
  const send = (by: 'telephone' | 'portal'): void => {
    act({ act: 'text', to: modem.number, from, text, by });
    setText('');
  };
  if (modem.number === '') return null;
  return (
    <section aria-label="A text to the card" className="flex flex-wrap items-end gap-2">
      <div className="w-44">
        <Field label="From" mono value={from} change={setFrom} />
      </div>
      <div className="w-72">
        <Field label={`A text to ${modem.number}`} value={text} change={setText} />
      </div>
      <button type="button" className="button" onClick={() => send('telephone')}>
        Send it by telephone
      </button>
      <button type="button" className="button" onClick={() => send('portal')}>
        Send it by the carrier’s portal
      </button>
      {modem.texts.length > 0 && (
        <ul aria-label="Texts on the card" className="w-full">
          {modem.texts.map(({ index, from: by, text: said }) => (
            <li key={index} className="border-t border-rule py-1">
              <Mono>{by}</Mono> {said}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
};

/** Its router's own page, in the manner that is chosen: to be pasted at the bench. */
const StatusPage = ({ modem }: { modem: ModemView }) => {
  const [manner, setManner] = useState<string>(statusManners[0]);
  return (
    <details>
      <summary className="link flex min-h-11 items-center">The status page of its router</summary>
      <div className="w-44">
        <Choose label="Written as" value={manner} of={statusManners.map((value) => ({ value, label: value }))} change={setManner} />
      </div>
      <pre className="mono mt-2 border border-rule-2 bg-slip p-2 whitespace-pre-wrap" tabIndex={0} aria-label="Status page">
        {modem.pages[manner] ?? ''}
      </pre>
    </details>
  );
};

/** Why a command's setting is there after a start, or not. */
const keptWords: { readonly [K in CommandRow['keptOver']]: string } = {
  power: 'kept without power',
  card: 'kept on the card',
  profile: 'kept by AT&W',
  no: 'gone with the power',
  'sets nothing': '',
};
const Commands = () => (
  <details>
    <summary className="link flex min-h-11 items-center">What it understands: {commandTable.length + basicTable.length} commands</summary>
    <p className="text-note">
      After CONNECT the line is a plain echo: every byte comes back, and there is no PPP behind it. A dialler sees its own requests, and
      says that the line loops.
    </p>
    <ul aria-label="Commands of the modem" className="mt-2 max-h-96 columns-[300px] overflow-y-auto" tabIndex={0}>
      {basicTable.map(({ command, clause }) => (
        <li key={command} className="py-0.5">
          <Mono>AT{command}</Mono> <span className="text-small text-ink-2">{clause}</span>
        </li>
      ))}
      {commandTable.map(({ command, clause, keptOver }) => (
        <li key={command} className="py-0.5">
          <Mono>AT{command}</Mono>{' '}
          <span className="text-small text-ink-2">{[clause, keptWords[keptOver]].filter((one) => one !== '').join(' · ')}</span>
        </li>
      ))}
    </ul>
  </details>
);

export const ModemPart = () => {
  const { seen } = useShown();
  if (!usePart('modem')) return <Empty>The modem of this station is real: the yard leaves it alone.</Empty>;
  if (seen.station.modems.length === 0) return <Empty>No path of this station has a modem.</Empty>;
  return (
    <div className="flex flex-col gap-5">
      {seen.station.modems.map((modem) => (
        <section key={modem.id} aria-label={`Modem ${modem.id}`} className="grid gap-4 border-t-2 border-rule-2 pt-2 xl:grid-cols-2">
          <div>
            <h2 className="font-bold">What the modem thinks{modem.busy === null ? '' : ` · it is busy: ${modem.busy}`}</h2>
            <Rows label="What the modem thinks" of={thinks(modem)} />
          </div>
          <div className="flex flex-col gap-2">
            <h2 className="font-bold">Its port{modem.online && ' · on line: every byte comes back, there is no PPP'}</h2>
            <Terminal modem={modem.id} heard={seen.heard[modem.id] ?? ''} />
          </div>
          <div className="xl:col-span-2">
            <InHand modem={modem} />
            <SendText modem={modem} />
            <StatusPage modem={modem} />
            <Commands />
          </div>
        </section>
      ))}
    </div>
  );
};
