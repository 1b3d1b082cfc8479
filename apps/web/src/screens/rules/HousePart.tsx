// House rules: each question on which practitioners differ is a choice with both reasons; each threshold is a figure with its measure.
import { useState } from 'react';
import { houseShape, schoolOf, schools } from '@green-lamp/core/house';
import { canonical, hashOf } from '@green-lamp/core/journal';
import { differences, ruleMeasure, ruleSource, sayPlace } from '@green-lamp/core/lamp';
import { houseStream, isObject, type Json, plainText } from '@green-lamp/core/name';
import { sentence } from '@green-lamp/core/problem';
import { ms, parseDuration, showDuration } from '@green-lamp/core/quantity';
import { Choose, Field } from '../../parts/Field.tsx';
import { Press } from '../../parts/Press.tsx';
import { Waiting } from '../../parts/State.tsx';
import { opened, TooLarge } from '../../store/opened.ts';
import { append } from '../../store/append.ts';
import { handOut } from '../station/chapters/handover/journal-file.ts';
import { nameOf, nextVersion, useVersions, type Version } from './versions.ts';
import { WhoseLamps } from './WhoseLamps.tsx';

type Leaf = { readonly at: string; readonly value: number };

const leavesOf = (body: Json): Leaf[] =>
  differences({}, body).flatMap(({ at, now }) => (typeof now === 'number' && at !== 'version' ? [{ at, value: now }] : []));

const shown = ({ at, value }: Leaf): string => (ruleMeasure(at) === 'ms' ? showDuration(ms(value)) : String(value).replace('-', '\u2212'));
const read = (at: string, typed: string): number | null => {
  if (ruleMeasure(at) === 'ms') {
    const parsed = parseDuration(typed);
    return parsed.ok ? parsed.value : null;
  }
  const number = Number(
    typed
      .trim()
      .replace('\u2212', '-')
      .replace(',', '.')
      .replace(/\s*(?:dBm?|%)$/i, ''),
  );
  return typed.trim() === '' || !Number.isFinite(number) ? null : number;
};

/** A copy of plain JSON with one number changed, by its path. Names may hold a dot: the longest that is there is taken. */
const withLeaf = (body: Json, path: string, value: number): Json => {
  if (!isObject(body)) return value;
  const name = Object.keys(body).find((one) => path === one || path.startsWith(`${one}.`));
  if (name === undefined) return body;
  const inner = body[name] as Json; // a member of plain JSON
  return {
    ...body,
    [name]: path === name ? value : withLeaf(inner, path.slice(name.length + 1), value),
  };
};

const decidesWords = {
  figures: 'brings its figure along',
  lamps: 'decides a lamp’s verdict',
  checks: 'decides which checks are asked',
  steps: 'decides which steps are held',
  picked: 'picked, with the reason: nothing here can follow another school',
} as const;

/** What a figure was in the earlier versions of its set, where it was another. */
const historyOf = ({ at, value }: Leaf, { id, version }: Version, versions: readonly Version[]): string =>
  versions
    .filter((of) => of.id === id && of.version < version)
    .flatMap((of) => {
      const was = leavesOf(of.body).find((leaf) => leaf.at === at);
      return was === undefined || was.value === value ? [] : [` · ${shown(was)} in version ${of.version}`];
    })
    .slice(0, 3)
    .join('');

const Editor = ({
  version,
  versions,
  tell,
  fromFile,
}: {
  version: Version;
  versions: readonly Version[];
  tell: (words: string) => void;
  fromFile: boolean;
}) => {
  const [typed, setTyped] = useState<{ readonly [at: string]: string }>({});
  const body = version.body;
  const own = isObject(body) && isObject(body['schools']) ? body['schools'] : {};
  const [chosen, setChosen] = useState<{ readonly [question: string]: string }>(
    Object.fromEntries(Object.entries(own).flatMap(([id, of]) => (typeof of === 'string' ? [[id, of]] : []))),
  );
  const [name, setName] = useState(nameOf(version));
  const [id, setId] = useState(version.id === 'shipped' ? 'ours' : version.id);
  const [client, setClient] = useState(isObject(body) ? plainText(body['client'] ?? '') : '');
  const leaves = leavesOf(body);
  const wrong = leaves.filter(({ at }) => typed[at] !== undefined && read(at, typed[at]) === null).map(({ at }) => sayPlace(at));
  let made: Json = body;
  for (const { at } of leaves) {
    const value = typed[at] === undefined ? null : read(at, typed[at]);
    if (value !== null) made = withLeaf(made, at, value);
  }
  const next = nextVersion(versions, id);
  const whole = {
    ...(made as { readonly [name: string]: Json }),
    id,
    name,
    version: next,
    ...(Object.keys(chosen).length === 0 ? {} : { schools: chosen }),
    ...(client.trim() === '' ? {} : { client: client.trim() }),
  };
  const parsed = houseShape(whole, '');
  const changed = differences(body, whole).filter(({ at }) => !['id', 'name', 'version'].includes(at)).length;
  const why =
    wrong.length > 0
      ? `Can’t be read: ${wrong.join(', ')}.`
      : !parsed.ok
        ? parsed.problems.map((of) => sentence(of, sayPlace(of.path))).join(' ')
        : changed === 0 && !fromFile
          ? 'Nothing is changed yet.'
          : null;
  const publish = async (): Promise<void> => {
    if (!parsed.ok) return;
    await append(houseStream, [{ kind: 'house.published', data: { id, version: next, body: parsed.value } }]);
    tell(`${name}, version ${next}, is published. Stations take it only where somebody adopts it, at the foot of their Sheet.`);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
      }}
    >
      <h2 className="mt-4 border-b border-rule-2 font-bold">Questions on which schools differ</h2>
      <ul>
        {schools.map(({ id: question, question: asks, decides, of }) => {
          const now = schoolOf(chosen, question);
          return (
            <li
              key={question}
              className="grid grid-cols-[minmax(180px,1fr)_minmax(220px,1.4fr)_minmax(220px,2fr)] items-center gap-3 border-b border-rule py-1"
            >
              <span>
                {asks}
                <span className="block text-small text-ink-2">{decidesWords[decides]}</span>
              </span>
              {decides === 'picked' ? (
                <span className="font-semibold">{now?.says}</span>
              ) : (
                <select
                  aria-label={asks}
                  className="input"
                  value={now?.id ?? ''}
                  onChange={({ target }) => {
                    setChosen({ ...chosen, [question]: target.value });
                    const time = schools.find(({ id: one }) => one === question)?.of.find((one) => one.id === target.value)?.holdTime;
                    if (time !== undefined) setTyped({ ...typed, 'hold.time': showDuration(ms(time)) });
                  }}
                >
                  {of.map((one) => (
                    <option key={one.id} value={one.id}>
                      {one.says}
                      {one.ours === true ? ' (ships)' : ''}
                    </option>
                  ))}
                </select>
              )}
              <span className="text-note text-ink-2">
                {of.map((one) => (
                  <span key={one.id} className={`block ${one.id === now?.id ? 'font-semibold text-ink' : ''}`}>
                    {one.says}: {one.why}
                  </span>
                ))}
              </span>
            </li>
          );
        })}
      </ul>
      <h2 className="mt-4 border-b border-rule-2 font-bold">Figures</h2>
      <ul className="columns-1 gap-8 md:columns-2">
        {leaves.map((leaf) => (
          <li key={leaf.at} className="flex min-h-11 break-inside-avoid items-center gap-3 border-b border-rule py-1">
            <label htmlFor={`rule ${leaf.at}`} className="grow">
              {sayPlace(leaf.at)}
              <span className="block text-small text-ink-2">
                {ruleSource(leaf.at) === 'practice' ? 'common practice, no source' : 'ours'}
                {historyOf(leaf, version, versions)}
              </span>
            </label>
            <input
              id={`rule ${leaf.at}`}
              className="input mono max-w-32"
              value={typed[leaf.at] ?? shown(leaf)}
              aria-invalid={typed[leaf.at] !== undefined && read(leaf.at, typed[leaf.at] ?? '') === null}
              onChange={({ target }) => {
                setTyped({ ...typed, [leaf.at]: target.value });
              }}
            />
            <span className="w-14 text-note text-ink-2">{ruleMeasure(leaf.at) === 'ms' ? 'time' : (ruleMeasure(leaf.at) ?? '')}</span>
          </li>
        ))}
      </ul>
      <div className="mt-4 flex flex-wrap items-end gap-3">
        <Field label="Name of the set" value={name} change={setName} />
        <Field label="Its short name" value={id} change={setId} mono />
        <Field label="For the stations of (client)" value={client} change={setClient} hint="Empty: for anybody’s." />
        <Press main final why={why} onPress={() => void publish()}>
          Publish as version {next}
        </Press>
        <Press
          onPress={() => {
            handOut(`house-rules-${version.id}-${version.version}.json`, JSON.stringify(version.body, null, 2));
          }}
        >
          Save this version as JSON
        </Press>
      </div>
    </form>
  );
};

/** House rules in a file, as a version to start from; or what is wrong with them. */
const readFile = async (file: File): Promise<{ version: Version } | { problems: readonly string[] }> => {
  let body: unknown;
  try {
    body = JSON.parse(await opened(file, 'json'));
  } catch (error) {
    if (error instanceof TooLarge) return { problems: [error.message] };
    return { problems: [`${file.name} is no JSON. House rules are saved as JSON by the button below.`] };
  }
  const parsed = houseShape(body, '');
  if (!parsed.ok) return { problems: parsed.problems.map((of) => sentence(of, of.path === '' ? 'The file' : of.path)) };
  const { id, version } = parsed.value;
  const plain = parsed.value as unknown as Json; // plain JSON by its shape
  return { version: { id, version, hash: hashOf(canonical(plain)), body: plain } };
};

export const HousePart = () => {
  const versions = useVersions('house');
  const [hash, setHash] = useState('');
  const [done, setDone] = useState('');
  const [opened, setOpened] = useState<Version | null>(null);
  const [wrong, setWrong] = useState<readonly string[]>([]);
  const open = async (file: File | undefined): Promise<void> => {
    if (file === undefined) return;
    const read = await readFile(file);
    setWrong('problems' in read ? read.problems : []);
    if ('version' in read) {
      setOpened(read.version);
      setHash(read.version.hash);
    }
  };
  if (versions === undefined) return <Waiting>Reading the house rules…</Waiting>;
  const all = opened === null || versions.some((of) => of.hash === opened.hash) ? versions : [opened, ...versions];
  const version = all.find((of) => of.hash === hash) ?? all.find(({ id }) => id === 'shipped') ?? all[0];
  if (version === undefined) return <Waiting>This browser has no house rules yet; they come with the desk.</Waiting>;
  return (
    <section aria-label="House rules">
      <div className="flex flex-wrap items-end gap-3">
        <Choose
          label="Start from"
          value={version.hash}
          change={setHash}
          of={all.map((of) => ({ value: of.hash, label: `${nameOf(of)}, version ${of.version}${of === opened ? ', from a file' : ''}` }))}
        />
        <label className="button cursor-pointer focus-within:outline-3 focus-within:outline-brass-edge">
          Open a file
          <input type="file" accept=".json,application/json" className="sr-only" onChange={({ target }) => void open(target.files?.[0])} />
        </label>
      </div>
      {wrong.length > 0 && (
        <div role="alert">
          <ul aria-label="What is wrong with the file">
            {wrong.slice(0, 20).map((one) => (
              <li key={one} className="border-l-4 border-ink pl-2">
                {one}
              </li>
            ))}
          </ul>
        </div>
      )}
      <p role="status" className="mt-2 font-semibold">
        {done}
      </p>
      {versions.includes(version) && <WhoseLamps key={`who ${version.hash}`} version={version} role="house" />}
      <Editor key={version.hash} version={version} versions={versions} tell={setDone} fromFile={version === opened} />
    </section>
  );
};
