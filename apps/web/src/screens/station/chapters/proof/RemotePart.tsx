// Remote change: the start message, who may send it, and whether a change leaves a way back.
import { counted } from '@green-lamp/core/quantity';
import { useState } from 'react';
import { standing, wanted } from '@green-lamp/core/journal';
import { asPlanned } from '@green-lamp/core/lamp';
import { plainText, type SettingKey, settingKey } from '@green-lamp/core/name';
import { bindingsOf, sheetRows } from '@green-lamp/core/sheet';
import { compose, lockout, type Sender, senderOf } from '@green-lamp/core/walk';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { append } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';
import { Doors } from './Doors.tsx';
import { OtherMakers, RemoteSession } from './RemoteSession.tsx';

const senders: { readonly [S in Sender]: string } = {
  listed: 'This telephone is on the unit’s list.',
  'not listed': 'This telephone is not on the unit’s list: the text starts nothing.',
  any: 'The unit takes the word from any number.',
  portal:
    'Texts reach this card only from the supplier’s portal: send it there. A list of numbers on the unit does not know the portal’s sender.',
  'no texts': 'The card takes no texts: it can’t be woken so.',
  unknown: 'Which numbers the unit takes, or your telephone, is not on the sheet.',
};

const Messages = ({ station }: { station: Station }) => {
  const view = asPlanned(station.state);
  const length = (ref: string): number | null => station.beside?.traits.find((of) => of.ref === ref)?.length ?? null;
  const texts = station.rules.profiles.flatMap((profile) => compose(profile, view, { length }));
  const phone = plainText(wanted(station.state, settingKey('computer', null, 'phone')) ?? '');
  if (texts.length === 0) return <Empty>No adopted profile has a message to start a session with.</Empty>;
  return (
    <>
      <p className="mb-2">{senders[senderOf(view, phone)]}</p>
      {texts.map(({ name, text, missing, secrets, segments }) => (
        <section key={name} aria-label={name} className="mb-3">
          <h4 className="font-bold">{name}</h4>
          <p className="mono border border-rule-2 bg-slip px-3 py-2 break-words">{text}</p>
          <p className="text-note">
            {segments.units} of {segments.alphabet === '7-bit' ? 160 : 70} characters, {counted(segments.parts, 'message')},{' '}
            {segments.alphabet} alphabet
            {segments.odd !== null && `: “${segments.odd}” forces it`}.
            {secrets.length > 0 &&
              ` Type ${secrets.map(station.speaker.setting).join(', ')} in the place of the dots; its length is counted.`}
          </p>
          {missing.length > 0 && <p className="font-semibold">Not on the sheet yet: {missing.map(station.speaker.setting).join(', ')}.</p>}
        </section>
      ))}
    </>
  );
};

const WayBack = ({ station }: { station: Station }) => {
  const view = asPlanned(station.state);
  const rows = sheetRows(view, bindingsOf(view)).filter(({ of, key }) => of.enteredOn !== null && lockout(view, key).touches);
  const [chosen, setChosen] = useState<SettingKey | null>(null);
  const [words, setWords] = useState('');
  const [noted, setNoted] = useState(false);
  const result = chosen === null ? null : lockout(view, chosen);
  return (
    <section aria-label="A way back" className="mt-5">
      <h3 className="border-b border-rule-2 font-bold">Before a change from afar: does a way back remain?</h3>
      <Choose
        label="What is to be changed"
        value={chosen ?? ''}
        change={(value) => {
          setChosen(rows.find(({ key }) => key === value)?.key ?? null);
          setNoted(false);
        }}
        of={rows.map(({ key }) => ({ value: key, label: station.speaker.setting(key) }))}
        empty="choose"
        hint="Only settings by which the change itself travels are listed: path, number, start word, port, listener, network."
      />
      {result !== null && result.back.length > 0 && <p className="mt-2">If it goes wrong, you get back in {result.back.join(', or ')}.</p>}
      {result?.askWords === true && chosen !== null && (
        <div className="mt-2 border-l-[7px] border-double border-ink bg-sheet-2 px-4 py-2">
          <p>
            <strong>If it goes wrong, nobody gets back in without a drive.</strong> Say how you would get back.
          </p>
          <Field label="How you get back in" value={words} change={setWords} />
          <div className="mt-2">
            <Press
              why={words.trim() === '' ? 'Write it down in a few words.' : noted ? 'It is noted.' : null}
              onPress={() => {
                void append(station.stream, [
                  {
                    kind: 'note.written',
                    data: { lamp: 'Reach', words: `Before ${station.speaker.setting(chosen)} is changed from afar: ${words}` },
                    re: [standing(station.state, chosen)?.pos.id].flatMap((id) => id ?? []),
                  },
                ]);
                setNoted(true);
              }}
            >
              Note it
            </Press>
          </div>
        </div>
      )}
    </section>
  );
};

export const RemotePart = ({ station }: { station: Station }) => (
  <section aria-label="Remote change">
    <h3 className="border-b border-rule-2 font-bold">Start a session by text</h3>
    <Messages station={station} />
    <WayBack station={station} />
    <RemoteSession station={station} />
    <OtherMakers station={station} />
    <Doors station={station} />
  </section>
);
