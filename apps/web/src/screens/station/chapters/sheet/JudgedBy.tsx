// [R1] By which house rules and profiles the station is judged. Another version is taken only after it was shown what differs and which lamps change.
import { useState } from 'react';
import { type Pin, type State, wanted } from '@green-lamp/core/journal';
import { differences, lampsThatChange, type NamedRules, sayDifference, verdictWords } from '@green-lamp/core/lamp';
import { isObject, lampWords, plainText, settingKey } from '@green-lamp/core/name';
import { profileRoles } from '@green-lamp/core/sheet';
import { Choose } from '../../../../parts/Field.tsx';
import { LampMark } from '../../../../parts/LampMark.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Window } from '../../../../parts/Window.tsx';
import { append } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';

type Role = NamedRules['role'];
type Version = State['published'][string];
const labels: { readonly [R in Role]: string } = { house: 'House rules', modem: 'Modem', unit: 'Unit' };

const versionsOf = ({ published }: Station, role: Role): Version[] =>
  Object.values(role === 'house' ? published.house.published : published.profiles.published)
    .filter(({ body }) => role === 'house' || (isObject(body) && body['role'] === role))
    .sort((a, b) => (a.id === b.id ? b.version - a.version : a.id < b.id ? -1 : 1));

const nameOf = ({ body, id }: Version): string => (isObject(body) ? plainText(body['name'] ?? id) : id);
const pinOf = ({ id, version, hash }: Version): Pin => ({ id, version, hash });

const Adopting = ({ station, role, version, close }: { station: Station; role: Role; version: Version; close: () => void }) => {
  const named = station.rules.named.find((of) => of.role === role);
  const current = versionsOf(station, role).find(({ hash }) => hash === named?.hash);
  const differ = differences(current?.body ?? {}, version.body);
  const changed = lampsThatChange(station.state, role, pinOf(version), {
    published: station.published,
    heard: station.beside?.heard ?? [],
    now: station.now,
  });
  const adopt = (): void => {
    const pin = pinOf(version);
    void append(station.stream, [
      role === 'house' ? { kind: 'house.adopted', data: pin } : { kind: 'profile.adopted', data: { role, ...pin } },
    ]);
    close();
  };
  return (
    <Window
      open
      close={close}
      title={`${nameOf(version)}, version ${version.version}`}
      about="Nothing changes until you adopt it; it is an entry."
    >
      <div className="flex flex-col gap-4">
        <section aria-label="Lamps that change">
          <h3 className="font-bold">Lamps that change</h3>
          {changed.length === 0 && <p>None.</p>}
          <ul>
            {changed.map(({ was, is }) => (
              <li key={`${was.lamp}${was.path ?? ''}`} className="flex items-center gap-2 py-1">
                {lampWords[was.lamp]}
                {was.path !== null && `, ${station.speaker.element(was.path)}`}: <LampMark is={was.is} size={18} /> {verdictWords[was.is]}{' '}
                becomes <LampMark is={is.is} size={18} /> {verdictWords[is.is]}
                {was.is === is.is && is.next === null && ', the best obtainable'}
              </li>
            ))}
          </ul>
        </section>
        <section aria-label="What differs">
          <h3 className="font-bold">{current === undefined ? 'What it says' : `What differs from version ${current.version}`}</h3>
          {differ.length === 0 && <p>Nothing: it is what the station is judged by already.</p>}
          <ul className="max-h-60 overflow-y-auto" tabIndex={0} aria-label="Differences">
            {differ.map((difference) => (
              <li key={difference.at} className="border-b border-rule py-1 text-note break-words">
                {sayDifference(difference, current !== undefined)}
              </li>
            ))}
          </ul>
        </section>
        <Press main final onPress={adopt}>
          Adopt it
        </Press>
      </div>
    </Window>
  );
};

/** So many stand as buttons; more are chosen from a list. */
const few = 4;

const Pick = ({ label, of, take }: { label: string; of: readonly Version[]; take: (version: Version) => void }) => {
  const [hash, setHash] = useState('');
  const chosen = of.find((version) => version.hash === hash);
  return (
    <>
      <Choose
        label={label}
        value={hash}
        change={setHash}
        of={of.map((version) => ({ value: version.hash, label: `${nameOf(version)}, version ${version.version}` }))}
        empty="choose"
      />
      <Press
        why={chosen === undefined ? 'Choose one first.' : null}
        onPress={() => {
          if (chosen !== undefined) take(chosen);
        }}
      >
        Look at it
      </Press>
    </>
  );
};

const clientOf = ({ body }: Version): string => (isObject(body) ? plainText(body['client'] ?? '') : '');

/** What the station is judged by in one role, and the versions that it may take instead. */
export const JudgedRole = ({ station, role }: { station: Station; role: Role }) => {
  const client = plainText(wanted(station.state, settingKey('site', null, 'client')) ?? '');
  const [taking, setTaking] = useState<Version | null>(null);
  const named = station.rules.named.find((of) => of.role === role);
  const others = versionsOf(station, role).filter(({ hash }) => hash !== named?.hash || !named.adopted);
  const meant = role === 'house' && client !== '' ? others.find((version) => clientOf(version) === client) : undefined;
  return (
    <div className="flex min-h-11 flex-wrap items-center gap-3 border-b border-rule px-2 py-1">
      <span className="w-28 font-semibold">{labels[role]}</span>
      <span className="grow basis-60">{judgedIn(station, role)}</span>
      {meant !== undefined && (
        <p className="w-full font-semibold">
          {nameOf(meant)}, version {meant.version}, is meant for the stations of {client}.
        </p>
      )}
      {others.length > few && <Pick label={`${labels[role]} versions`} of={others} take={setTaking} />}
      {others.slice(0, others.length > few ? 0 : few).map((version) => (
        <button
          key={version.hash}
          type="button"
          className="button"
          onClick={() => {
            setTaking(version);
          }}
        >
          {nameOf(version)}, version {version.version}…
        </button>
      ))}
      {taking !== null && (
        <Adopting
          station={station}
          role={role}
          version={taking}
          close={() => {
            setTaking(null);
          }}
        />
      )}
    </div>
  );
};

/** By what a role is judged, in words. */
export const judgedIn = (station: Station, role: Role): string => {
  const named = station.rules.named.find((of) => of.role === role);
  if (named === undefined) return 'no profile adopted: all is asked';
  return `${named.name === '' ? named.id : named.name}, version ${named.version}${named.adopted ? '' : ', what ships'}${named.missing ? ': its text is not here, judged by what ships' : ''}`;
};

export const JudgedBy = ({ station }: { station: Station }) => (
  <section aria-label="Judged by">
    <h3 className="mb-1 font-bold">Judged by</h3>
    {(['house', ...profileRoles] as const).map((role) => (
      <JudgedRole key={role} station={station} role={role} />
    ))}
  </section>
);
