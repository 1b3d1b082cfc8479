// Equipment profiles: looked at, copied and changed as JSON, judged as one types, published as a new version, imported and exported.
import { counted } from '@green-lamp/core/quantity';
import { useState } from 'react';
import { isObject, profilesStream } from '@green-lamp/core/name';
import { type Problem, problem, sentence } from '@green-lamp/core/problem';
import { askedBy, definition, type Profile, profileSchema, profileShape } from '@green-lamp/core/sheet';
import { Choose } from '../../parts/Field.tsx';
import { Press } from '../../parts/Press.tsx';
import { Waiting } from '../../parts/State.tsx';
import { opened } from '../../store/opened.ts';
import { append } from '../../store/append.ts';
import { handOut } from '../station/chapters/handover/journal-file.ts';
import { nameOf, nextVersion, useVersions, type Version } from './versions.ts';

type Read = { readonly ok: true; readonly profile: Profile } | { readonly ok: false; readonly problems: readonly Problem[] };

const readProfile = (text: string): Read => {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return { ok: false, problems: [problem('not-json', '', {})] };
  }
  const parsed = profileShape(raw, '');
  return parsed.ok ? { ok: true, profile: parsed.value } : parsed;
};

const About = ({ profile }: { profile: Profile }) => (
  <dl className="grid grid-cols-[auto_1fr] gap-x-4 text-note">
    <dt className="text-ink-2">Kind</dt>
    <dd>{profile.kind ?? 'not said'}</dd>
    <dt className="text-ink-2">About</dt>
    <dd>{profile.about}</dd>
    <dt className="text-ink-2">Start</dt>
    <dd>{profile.boot / 1000} s</dd>
    <dt className="text-ink-2">Prompts</dt>
    <dd>
      {profile.menu?.length ?? 0}, asking for {counted(askedBy(profile).length, 'setting')}
      {askedBy(profile).length > 0 &&
        `: ${askedBy(profile)
          .slice(0, 8)
          .map((key) => definition(key)?.label ?? key)
          .join(', ')}${askedBy(profile).length > 8 ? ' …' : ''}`}
    </dd>
    {(profile.holds ?? []).map((hold) => (
      <div key={hold.name} className="contents">
        <dt className="text-ink-2">{hold.name}</dt>
        <dd>
          hold for {hold.for / 1000} s, until {hold.sign}: {hold.does}. {hold.short !== undefined && `Too short: ${hold.short} `}
          {hold.long !== undefined && `Too long: ${hold.long}`}
        </dd>
      </div>
    ))}
    {(profile.indicators ?? []).map((indicator) => (
      <div key={indicator.place + indicator.colour + indicator.rhythm} className="contents">
        <dt className="text-ink-2">{indicator.place}</dt>
        <dd>
          {indicator.colour}, {indicator.rhythm}: {indicator.means}. {indicator.next}
        </dd>
      </div>
    ))}
    {(profile.statusWords ?? []).map((of) => (
      <div key={of.word} className="contents">
        <dt className="mono text-ink-2">{of.word}</dt>
        <dd>traffic goes {of.traffic}</dd>
      </div>
    ))}
    {(profile.resetTakes ?? []).length > 0 && (
      <>
        <dt className="text-ink-2">A reset takes</dt>
        <dd>{profile.resetTakes?.join(', ')}</dd>
      </>
    )}
  </dl>
);

const Editor = ({ version, versions, tell }: { version: Version; versions: readonly Version[]; tell: (words: string) => void }) => {
  const [text, setText] = useState(() => JSON.stringify(version.body, null, 2));
  const read = readProfile(text);
  const stands = read.ok ? versions.some((of) => of.id === read.profile.id && of.version === read.profile.version) : false;
  const next = read.ok ? nextVersion(versions, read.profile.id) : 0;
  const publish = async (): Promise<void> => {
    if (!read.ok) return;
    const body = { ...read.profile, version: next };
    await append(profilesStream, [{ kind: 'profile.published', data: { id: body.id, version: next, body } }]);
    setText(JSON.stringify(body, null, 2));
    tell(`${body.name}, version ${next}, is published. A station takes it only by an entry, at the foot of its Sheet.`);
  };
  const open = async (file: File | undefined): Promise<void> => {
    if (file !== undefined) setText(await opened(file, 'json'));
  };
  return (
    <div className="mt-3 grid gap-4 lg:grid-cols-2">
      <div>
        {read.ok && <About profile={read.profile} />}
        {!read.ok && (
          <ul aria-label="What is wrong" aria-live="polite">
            {read.problems.slice(0, 40).map((of, i) => (
              <li key={`${of.path} ${i}`} className="border-l-4 border-ink pl-2">
                <span className="mono">{of.path === '' ? 'the whole' : of.path}</span>: {sentence(of, of.path === '' ? 'It' : of.path)}
              </li>
            ))}
          </ul>
        )}
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <Press
            final
            main
            why={
              !read.ok
                ? 'Mend what is wrong first.'
                : stands && isObject(version.body) && text === JSON.stringify(version.body, null, 2)
                  ? 'Nothing is changed yet.'
                  : null
            }
            onPress={() => void publish()}
          >
            {read.ok ? `Publish as version ${next}` : 'Publish'}
          </Press>
          <Press
            onPress={() => {
              handOut(`${version.id}-${version.version}.profile.json`, text);
            }}
          >
            Save as a file
          </Press>
          <label className="button cursor-pointer focus-within:outline-3 focus-within:outline-brass-edge">
            Open a file
            <input
              type="file"
              accept=".json,application/json"
              className="sr-only"
              onChange={({ target }) => {
                open(target.files?.[0]).catch((error: unknown) => {
                  tell(error instanceof Error ? error.message : 'The file can’t be read.');
                });
              }}
            />
          </label>
          <Press
            onPress={() => {
              handOut('green-lamp-profile.schema.json', JSON.stringify(profileSchema, null, 2));
            }}
          >
            Save the schema
          </Press>
        </div>
      </div>
      <div className="flex flex-col gap-1">
        <label htmlFor="profile-text" className="font-semibold">
          The profile as JSON
        </label>
        <textarea
          id="profile-text"
          className="input mono text-note"
          rows={26}
          spellCheck={false}
          value={text}
          aria-invalid={!read.ok}
          onChange={({ target }) => {
            setText(target.value);
          }}
        />
      </div>
    </div>
  );
};

export const ProfilesPart = () => {
  const versions = useVersions('profiles');
  const [hash, setHash] = useState('');
  const [done, setDone] = useState('');
  if (versions === undefined) return <Waiting>Reading the profiles…</Waiting>;
  const version = versions.find((of) => of.hash === hash) ?? versions[0];
  if (version === undefined) return <Waiting>This browser has no profiles yet; they come with the desk.</Waiting>;
  return (
    <section aria-label="Profiles">
      <Choose
        label="Profile"
        value={version.hash}
        change={setHash}
        of={versions.map((of) => ({ value: of.hash, label: `${nameOf(of)}, version ${of.version}` }))}
      />
      <p role="status" className="mt-2 font-semibold">
        {done}
      </p>
      <Editor key={version.hash} version={version} versions={versions} tell={setDone} />
    </section>
  );
};
