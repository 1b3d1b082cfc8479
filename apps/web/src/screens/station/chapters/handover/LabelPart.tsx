// The label for the door, with a code that opens the station, and the page for the inside of it: what a stranger does. No secrets on either.
import { useState } from 'react';
import { wanted } from '@green-lamp/core/journal';
import { accountsOf, whomToCall } from '@green-lamp/core/lamp';
import { plainText, settingKey } from '@green-lamp/core/name';
import { Code } from '../../../../parts/Code.tsx';
import { Choose } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import type { LabelDoc } from '../../../../store/label-pdf.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { handOut } from './journal-file.ts';
import './label.css';

/** Common sizes, mm; the last is a page for the inside of the door. */
const sizes = [
  { id: '62x100', label: '100 by 62 mm, for the door', width: 100, height: 62, inside: false },
  { id: '50x80', label: '80 by 50 mm, for the door', width: 80, height: 50, inside: false },
  { id: 'A6', label: 'A6, for the door', width: 148, height: 105, inside: false },
  { id: 'A5', label: 'A5, for the inside of the door', width: 148, height: 210, inside: true },
] as const;

/** What a stranger does, and whoever it is work for. */
const insideOf = (state: Station['state']): LabelDoc['inside'] => {
  const called = whomToCall(plainText(wanted(state, settingKey('desk', null, 'called')) ?? ''));
  const machines = plainText(wanted(state, settingKey('site', null, 'machines')) ?? '').trim();
  return [
    {
      head: 'If you are a stranger here',
      steps: [
        'Leave it switched on. Pull no plug and no aerial.',
        ...(machines === '' ? [] : [`Stay away from ${machines}: it may start by itself.`]),
        `Somebody sees when it falls silent.${called.length > 0 ? ` To call: ${called.join(', then ')}.` : ''}`,
        'Have the name above at hand, and say what you see: which lights are on, and since when.',
        'If there is fire, water or danger to anybody: the emergency number first.',
      ],
    },
    {
      head: 'If it is your work',
      steps: [
        'Open the code above: what is set, what was proved, what is open stands there.',
        'Tell the desk that you are here, and have it put on test before you make an event.',
        'Put back whatever you undid, shut the door, hold the level and see a call once more.',
      ],
    },
  ];
};

export const LabelPart = ({ station }: { station: Station }) => {
  const [chosen, setChosen] = useState<string>(sizes[0].id);
  const size = sizes.find(({ id }) => id === chosen) ?? sizes[0];
  const address = `${location.origin}/stations/${station.stream}`;
  const accounts = accountsOf(station.state);
  const small = size.height < 60;
  const name = station.state.station?.name ?? 'A station';
  const place = plainText(wanted(station.state, settingKey('site', null, 'place')) ?? '');
  const doc: LabelDoc = {
    name,
    address,
    lines: [
      ...(accounts.length > 0 ? [`Account ${accounts.join(', ')}`] : []),
      ...(place === '' ? [] : [place]),
      `Record as of ${station.head?.slice(0, 12) ?? 'not at the desk yet'}`,
    ],
    inside: size.inside ? insideOf(station.state) : [],
    width: size.width,
    height: size.height,
  };
  const save = async (): Promise<void> => {
    const { labelPdf } = await import('../../../../store/label-pdf.ts');
    handOut(`${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}-label.pdf`, await labelPdf(doc), 'application/pdf');
  };
  return (
    <div>
      <div className="mb-4 flex flex-wrap items-end gap-3 print:hidden">
        <div className="w-72">
          <Choose label="Size" value={size.id} of={sizes.map(({ id, label }) => ({ value: id, label }))} change={setChosen} />
        </div>
        <button type="button" className="button" onClick={() => window.print()}>
          Print the label
        </button>
        <Press onPress={() => void save().catch(tell)}>Save the label (PDF)</Press>
        <p className="basis-full text-note text-ink-2">The code opens the station, also without a network where it is kept at hand.</p>
      </div>
      <article
        aria-label="Label"
        className={`label-${size.id} border border-rule-2 bg-white p-3 text-black print:border-0 print:p-0`}
        style={{ maxWidth: `${size.width * 4}px` }}
      >
        <div className="flex items-start gap-4">
          <Code text={address} size={small ? 120 : 150} />
          <div className="min-w-0 grow">
            <h2 className="text-head leading-tight font-bold wrap-anywhere">{station.state.station?.name}</h2>
            {accounts.length > 0 && (
              <p>
                Account <span className="mono">{accounts.join(', ')}</span>
              </p>
            )}
            <p className="text-small">{plainText(wanted(station.state, settingKey('site', null, 'place')) ?? '')}</p>
            <p className="text-small">
              Record as of <span className="mono">{station.head?.slice(0, 12) ?? 'not at the desk yet'}</span>
            </p>
          </div>
        </div>
        {doc.inside.map(({ head, steps }) => (
          <div key={head} className="mt-4">
            <h3 className="font-bold">{head}</h3>
            <ol className="list-decimal pl-6">
              {steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
          </div>
        ))}
      </article>
    </div>
  );
};
