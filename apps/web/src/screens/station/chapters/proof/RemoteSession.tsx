// A session from afar: a value of the sheet is written to a unit that calls in and read back. And for units of other makers: is the way in free, and how long from the text to the first traffic.
import { useState } from 'react';
import { wanted } from '@green-lamp/core/journal';
import { asPlanned } from '@green-lamp/core/lamp';
import { plainText, type SettingKey, settingKey } from '@green-lamp/core/name';
import { counted, inWords } from '@green-lamp/core/quantity';
import { bindingsOf, isSecret, sheetRows, showValue } from '@green-lamp/core/sheet';
import { lockout } from '@green-lamp/core/walk';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { PathTabs, usePath } from '../../../../parts/PathTabs.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { append } from '../../../../store/append.ts';
import { sharedNow } from '../../../../store/device.ts';
import { tell } from '../../../../store/live.ts';
import type { RemoteSession as Running } from '@green-lamp/core/api';
import { useSession, useWayIn } from '../../../../store/remote.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useNow } from '../../../../store/use-stream.ts';

const whole = (of: number): string => inWords(Math.max(0, Math.round(of / 1000) * 1000));

const Went = ({ station, session, now }: { station: Station; session: Running; now: number }) => (
  <div role="status" className="mt-2 flex flex-col gap-1">
    <p>
      <strong>
        {session.is === 'listening'
          ? `Listening on port ${session.port}; no unit has called yet, ${whole(now - session.since)}.`
          : session.is === 'talking'
            ? 'The unit has called.'
            : session.good
              ? `${station.speaker.setting(session.key)}: changed and read back.`
              : 'It brought nothing.'}
      </strong>{' '}
      {session.simulated && <strong>Simulated.</strong>} {session.why}
    </p>
    {session.traffic !== null && (
      <p className="text-note">
        First traffic {whole(session.traffic - session.since)} after it was asked for
        {session.ended !== null && `, over after ${whole(session.ended - session.since)}`}.
      </p>
    )}
    {session.text !== null && (
      <p className="text-note">
        The text to the virtual unit: <span className="mono">{session.text}</span> (its word was filled in inside of the server)
      </p>
    )}
    {session.lines.length > 0 && (
      <details>
        <summary className="link flex min-h-11 items-center">What was said ({counted(session.lines.length, 'line')})</summary>
        <pre
          className="mono border border-rule-2 bg-slip p-2 text-note break-all whitespace-pre-wrap"
          tabIndex={0}
          aria-label="Lines of the session"
        >
          {session.lines.map(({ from, text }) => `${from}: ${text}`).join('\n')}
        </pre>
      </details>
    )}
  </div>
);

export const RemoteSession = ({ station }: { station: Station }) => {
  const now = useNow(1000);
  const view = asPlanned(station.state);
  const uses = station.line.strands.map(({ use }) => use);
  const use = usePath(uses);
  const rows = sheetRows(view, bindingsOf(view)).filter(({ of, key }) => {
    const value = wanted(station.state, key) ?? null;
    return of.enteredOn === 'unit' && value !== null && !isSecret(value);
  });
  const [key, setKey] = useState<SettingKey | null>(null);
  const [words, setWords] = useState('');
  const { session, begin, stop } = useSession(station.stream);
  const busy = session !== null && session.is !== 'over';
  const row = rows.find((one) => one.key === key);
  const asks = key !== null && lockout(view, key).askWords;
  const phone = plainText(wanted(station.state, settingKey('computer', null, 'phone')) ?? '');
  const why =
    use === null
      ? 'The station has no path.'
      : row === undefined
        ? 'Choose first what is changed.'
        : busy
          ? 'A session is open.'
          : asks && words.trim() === ''
            ? 'Say first how you would get back.'
            : null;
  const start = (virtual: boolean): void => {
    if (use !== null && key !== null) begin({ path: use.path, key, words: words.trim(), virtual, from: phone }).catch(tell);
  };
  return (
    <section aria-label="Change a value from afar" className="mt-5">
      <h3 className="border-b border-rule-2 font-bold">Change a value from afar, and read it back</h3>
      <p className="text-note text-ink-2">
        The value that stands on the sheet is written to the unit. A harmless one, changed and read back, proves Remote access. The protocol
        is our own and small (docs/programming.md); the port is open for this session only.
      </p>
      <CautionNote of="output" />
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <PathTabs uses={uses} name={station.speaker.element} />
        <Choose
          label="What is written"
          value={key ?? ''}
          change={(value) => {
            setKey(rows.find((one) => one.key === value)?.key ?? null);
          }}
          of={rows.map((one) => ({ value: one.key, label: station.speaker.setting(one.key) }))}
          empty={rows.length === 0 ? 'nothing of the unit is on the sheet' : 'choose'}
        />
        {row !== undefined && (
          <p className="min-h-11 content-center">
            to <strong className="mono">{showValue(row.of, wanted(station.state, row.key) ?? null)}</strong>
          </p>
        )}
      </div>
      {asks && (
        <div className="mt-2 border-l-[7px] border-double border-ink bg-sheet-2 px-4 py-2">
          <p>
            <strong>If it goes wrong, nobody gets back in without a drive.</strong>
          </p>
          <Field label="How you would get back" value={words} change={setWords} />
        </div>
      )}
      <div className="mt-2 flex flex-wrap gap-3">
        <Press
          final
          why={why}
          onPress={() => {
            start(true);
          }}
        >
          Send the text to the virtual unit (simulated)
        </Press>
        <Press
          final
          why={why}
          onPress={() => {
            start(false);
          }}
        >
          Wait for a unit that calls
        </Press>
        {busy && (
          <Press
            onPress={() => {
              stop().catch(tell);
            }}
          >
            Stop
          </Press>
        )}
      </div>
      {session !== null && <Went station={station} session={session} now={now} />}
    </section>
  );
};

const Timing = ({ station, now }: { station: Station; now: number }) => {
  const [sent, setSent] = useState<number | null>(null);
  const [noted, setNoted] = useState(false);
  const heard = station.beside?.heard ?? [];
  const first =
    sent === null
      ? undefined
      : heard
          .map(({ last }) => last)
          .filter((at) => at >= sent)
          .sort((a, b) => a - b)[0];
  const words = sent === null || first === undefined ? '' : `First traffic ${whole(first - sent)} after the text was sent.`;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3">
      <Press
        onPress={() => {
          setSent(sharedNow());
          setNoted(false);
        }}
      >
        The text is sent now
      </Press>
      {sent !== null && (
        <p role="status">
          {first === undefined ? (
            <>
              <span className="mono text-timer font-semibold">{whole(now - sent)}</span> since it was sent; nothing has come to the desk
              yet.
            </>
          ) : (
            <strong>{words}</strong>
          )}
        </p>
      )}
      {first !== undefined && (
        <Press
          why={noted ? 'It is noted.' : null}
          onPress={() => {
            append(station.stream, [{ kind: 'note.written', data: { lamp: 'Reach', words } }])
              .then(() => {
                setNoted(true);
              })
              .catch(tell);
          }}
        >
          Note it
        </Press>
      )}
    </div>
  );
};

export const OtherMakers = ({ station }: { station: Station }) => {
  const now = useNow(1000);
  const { wayIn, open, stop } = useWayIn();
  const receiver = station.state.elements.find(({ group, gone }) => group === 'receiver' && !gone);
  const planned = receiver === undefined ? '' : plainText(wanted(station.state, settingKey('receiver', receiver.id, 'port')) ?? '');
  const [typed, setTyped] = useState(planned);
  const port = Number(typed);
  const good = /^\d{1,5}$/.test(typed) && port > 0 && port < 65_536;
  const running = wayIn?.is === 'open';
  return (
    <section aria-label="With the maker’s own program" className="mt-5">
      <h3 className="border-b border-rule-2 font-bold">With the maker’s own program</h3>
      <p className="text-note text-ink-2">
        First the way in: that very port is opened here for a minute. Let somebody connect from outside, over mobile data; as soon as one
        gets through, the port is let go of.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Field
          label="Port that the program needs"
          value={typed}
          change={setTyped}
          mono
          problem={good ? null : 'A port is a number from 1 to 65535.'}
        />
        <Press
          why={!good ? 'Type the port first.' : running ? 'It is open.' : null}
          onPress={() => {
            open(port, 60).catch(tell);
          }}
        >
          Test the way in
        </Press>
        {running && (
          <Press
            onPress={() => {
              stop().catch(tell);
            }}
          >
            Let go of it
          </Press>
        )}
      </div>
      {wayIn !== null && (
        <p role="status" className="mt-2">
          {wayIn.is === 'open' && `Port ${wayIn.port} is open for another ${whole(wayIn.until - now)}: connect to it from outside now.`}
          {wayIn.is === 'seen' && (
            <strong>
              {wayIn.from} got through to port {wayIn.port} after {whole((wayIn.at ?? wayIn.since) - wayIn.since)}. The port is free: start
              your program.
            </strong>
          )}
          {wayIn.is === 'nobody' && (
            <strong>
              Nobody got through to port {wayIn.port} within a minute: look at the forward, at the firewall, and whether the address outside
              is the one you think. The port is free again.
            </strong>
          )}
          {wayIn.is === 'taken' && (
            <strong>
              Port {wayIn.port} is held by another program on this machine, or needs rights. It is not touched: close that program first.
            </strong>
          )}
          {wayIn.is === 'stopped' && `Port ${wayIn.port} was let go of.`}
        </p>
      )}
      <p className="mt-3">Then the text, and how long it takes:</p>
      <Timing station={station} now={now} />
      <p className="mt-3 text-note text-ink-2">
        Keep the settings file from before and from after at the foot of the Bench: its hash, day and serial number stand in the record.
      </p>
    </section>
  );
};
