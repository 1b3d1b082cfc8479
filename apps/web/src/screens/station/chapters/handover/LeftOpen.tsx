// Work that was left unfinished: what the desk and the client are sent, and that it was sent.
import { useState } from 'react';
import { completeBlocks, leftOpen, leftTo, type LeftTo } from '@green-lamp/core/walk';
import { append } from '../../../../store/append.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const toWords: { readonly [T in LeftTo]: string } = { desk: 'the desk', client: 'the client' };

const Message = ({ to, text, station }: { to: LeftTo; text: string; station: Station }) => {
  const [copied, setCopied] = useState(false);
  const [sent, setSent] = useState(false);
  return (
    <section aria-label={`To ${toWords[to]}`} className="min-w-72 grow basis-0">
      <h4 className="font-semibold">To {toWords[to]}</h4>
      <textarea readOnly aria-label={`What ${toWords[to]} is sent`} className="input mono w-full" rows={12} value={text} />
      <div className="mt-1 flex flex-wrap gap-3">
        <button
          type="button"
          className="button"
          onClick={() => {
            navigator.clipboard
              .writeText(text)
              .then(() => {
                setCopied(true);
              })
              .catch(tell);
          }}
        >
          {copied ? 'Copied' : 'Copy it'}
        </button>
        <a className="button" href={`mailto:?subject=${encodeURIComponent(text.split('\n')[0] ?? '')}&body=${encodeURIComponent(text)}`}>
          Write it as a mail
        </a>
        <button
          type="button"
          className="button"
          disabled={sent}
          onClick={() => {
            append(station.stream, [
              { kind: 'note.written', data: { lamp: null, words: `Sent to ${toWords[to]}: ${text}`.slice(0, 2000) } },
            ])
              .then(() => {
                setSent(true);
              })
              .catch(tell);
          }}
        >
          {sent ? 'It is noted' : 'It was sent'}
        </button>
      </div>
    </section>
  );
};

export const LeftOpen = ({ station, now }: { station: Station; now: number }) => {
  const { state, line, speaker } = station;
  const by = { heard: station.beside?.heard ?? [], now, findings: station.findings, speaker, profiles: station.rules.profiles };
  const blocks = completeBlocks(state, line, by);
  const messages = leftTo.flatMap((to) => {
    const text = leftOpen(to, { state, blocks, now, speaker });
    return text === null ? [] : [{ to, text }];
  });
  if (messages.length === 0) return null;
  return (
    <section aria-label="Who is told that it is unfinished">
      <h3 className="border-b border-rule-2 font-bold">Tell the desk and the client</h3>
      <div className="mt-2 flex flex-wrap gap-5">
        {messages.map(({ to, text }) => (
          <Message key={to} to={to} text={text} station={station} />
        ))}
      </div>
    </section>
  );
};
