// The program that reads a node's payload: taken from a file or typed, tried on bytes at the desk, and put on the sheet.
import { useState } from 'react';
import { type NodeHeard, type Says, tryDecoder } from '@green-lamp/core/api';
import { standing, wanted } from '@green-lamp/core/journal';
import { isElementId, plainText, settingKey } from '@green-lamp/core/name';
import { sentence } from '@green-lamp/core/problem';
import { counted } from '@green-lamp/core/quantity';
import { definitionOf, parseTyped } from '@green-lamp/core/sheet';
import { Field } from '../../../../parts/Field.tsx';
import { append } from '../../../../store/append.ts';
import { ask } from '../../../../store/api.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

type Tried = Says<typeof tryDecoder>;
const bytesForm = /^(?:[0-9a-fA-F]{2}){1,242}$/;

const Result = ({ tried }: { tried: Tried }) => (
  <div role="status" className="border-l-2 border-ink pl-2">
    {tried.is === 'failed' ? (
      <p className="font-semibold">{tried.why}</p>
    ) : (
      <>
        <p>
          It gives, after {tried.took} ms{tried.why === '' ? '' : `, and says: ${tried.why}`}:
        </p>
        <dl className="grid grid-cols-[auto_1fr] gap-x-3">
          {Object.entries(tried.data).map(([name, value]) => (
            <div key={name} className="contents">
              <dt className="mono">{name}</dt>
              <dd className="mono wrap-anywhere">{value}</dd>
            </div>
          ))}
        </dl>
      </>
    )}
  </div>
);

export const DecoderForm = ({ node, station }: { node: NodeHeard; station: Station }) => {
  const key = isElementId(node.device) ? settingKey('device', node.device, 'decoder') : null;
  const now = key === null ? '' : plainText(wanted(station.state, key) ?? '');
  const [typed, setTyped] = useState<string | null>(null);
  const [bytes, setBytes] = useState<string | null>(null);
  const [tried, setTried] = useState<Tried | null>(null);
  const [running, setRunning] = useState(false);
  const code = typed ?? now;
  const sample = (bytes ?? node.last?.payload ?? '').replace(/[\s:]/g, '');
  const of = key === null ? null : definitionOf(key);
  const parsed = of === null ? null : parseTyped(of, code);
  const fault = parsed?.ok === false ? parsed.problems.map((one) => sentence(one)).join(' ') : null;
  const port = Number(node.last?.port ?? '1');
  const run = (): void => {
    setRunning(true);
    ask(tryDecoder, { body: { code, bytes: sample, port: port >= 1 && port <= 223 ? port : 1 } })
      .then(setTried)
      .catch(tell)
      .finally(() => {
        setRunning(false);
      });
  };
  const keep = (): void => {
    if (key === null || parsed?.ok !== true) return;
    const data = {
      key,
      value: parsed.value,
      origin: 'typed',
      simulated: false,
      over: standing(station.state, key)?.pos.id ?? null,
    } as const;
    append(station.stream, [{ kind: 'setting.set', data }])
      .then(() => {
        setTyped(null);
      })
      .catch(tell);
  };
  return (
    <details>
      <summary className="cursor-pointer py-2">
        What reads its payload: {now === '' ? 'nothing yet' : `${counted(now.split('\n').length, 'line')} on the sheet`}
      </summary>
      <div className="flex max-w-3xl flex-col gap-2 pb-2">
        <Field
          label={`Decoder of ${node.label}`}
          value={code}
          change={(text) => {
            setTyped(text);
            setTried(null);
          }}
          problem={code === '' ? null : fault}
          hint="JavaScript with a function decodeUplink(input), as the maker of the node publishes it (TS013). It runs at the desk and sees its bytes alone."
          mono
          many
          rows={8}
        />
        <label className="button w-fit cursor-pointer focus-within:outline-2">
          Take it from a file
          <input
            type="file"
            accept=".js,.mjs,.txt,text/javascript,text/plain"
            className="sr-only"
            onChange={({ target }) => {
              target.files?.[0]
                ?.text()
                .then((text) => {
                  setTyped(text);
                  setTried(null);
                })
                .catch(tell);
              target.value = '';
            }}
          />
        </label>
        <div className="flex flex-wrap items-end gap-3">
          <div className="w-72 max-w-full">
            <Field
              label="Tried on these bytes"
              value={bytes ?? node.last?.payload ?? ''}
              change={setBytes}
              problem={sample === '' || bytesForm.test(sample) ? null : 'Pairs of hexadecimal digits, as 0d5c.'}
              mono
            />
          </div>
          <button
            type="button"
            className="button"
            disabled={running || code.trim() === '' || code.length > 8000 || !bytesForm.test(sample)}
            onClick={run}
          >
            {running ? 'Running…' : 'Try it'}
          </button>
          <button type="button" className="button" disabled={fault !== null || code === now || code === ''} onClick={keep}>
            Write it on the sheet
          </button>
        </div>
        {tried !== null && <Result tried={tried} />}
      </div>
    </details>
  );
};
