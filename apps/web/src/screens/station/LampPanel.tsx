// A lamp's door: why it is as it is, what comes next, and the readings, words and acceptances by which it is worked.
import { useState } from 'react';
import { Link } from 'react-router';
import { lampWords, settingKey } from '@green-lamp/core/name';
import { kindsOf, readingsOf } from '@green-lamp/core/evidence';
import { bySchools, gradeMeans, lampMeans, type LampResult, mayBeNone, sayReason, verdictMeans, verdictWords } from '@green-lamp/core/lamp';
import { noneKey, wanted } from '@green-lamp/core/journal';
import type { Caution } from '@green-lamp/core/sheet';
import { CautionNote } from '../../parts/CautionNote.tsx';
import { Field } from '../../parts/Field.tsx';
import { LampMark } from '../../parts/LampMark.tsx';
import { inForceSince } from '../../commands/device.ts';
import { append } from '../../store/append.ts';
import type { Station } from '../../store/use-station.ts';
import { FilesShow } from './evidence/FilesShow.tsx';
import { Ledger } from './evidence/Ledger.tsx';
import { Readings } from './evidence/Readings.tsx';

const atStep: { readonly [lamp: string]: Caution } = {
  Power: 'volts',
  Inputs: 'output',
  Signal: 'aerial',
  Standby: 'aerial',
  Reach: 'output',
};

const Word = ({ lamp, station }: { lamp: LampResult; station: Station }) => {
  const [words, setWords] = useState('');
  const say = (outcome: 'good' | 'bad'): void => {
    if (words.trim() === '') return;
    void append(station.stream, [{ kind: 'declaration.made', data: { lamp: lamp.lamp, path: lamp.path, outcome, words: words.trim() } }]);
    setWords('');
  };
  return (
    <details>
      <summary className="link flex min-h-11 items-center">Reported, not measured</summary>
      <div className="flex flex-col gap-2">
        <Field label="Who said what" value={words} change={setWords} many hint="A word alone makes a lamp weak at most." />
        <div className="flex gap-2">
          <button
            type="button"
            className="button"
            onClick={() => {
              say('good');
            }}
          >
            It works
          </button>
          <button
            type="button"
            className="button"
            onClick={() => {
              say('bad');
            }}
          >
            It fails
          </button>
        </div>
      </div>
    </details>
  );
};

const NotFitted = ({ lamp, station }: { lamp: LampResult; station: Station }) => {
  const [reason, setReason] = useState('');
  const wholePath = lamp.path !== null;
  const what = wholePath ? { lamp: null, path: lamp.path } : { lamp: lamp.lamp, path: null };
  const accepted = station.state.none[noneKey(what.lamp, what.path)];
  if (!wholePath && !mayBeNone.includes(lamp.lamp)) return null;
  const say = (lifted: boolean): void => {
    if (reason.trim() === '') return;
    void append(station.stream, [{ kind: 'none.accepted', data: { ...what, reason: reason.trim(), lifted } }]);
    setReason('');
  };
  return (
    <details open={accepted !== undefined}>
      <summary className="link flex min-h-11 items-center">{wholePath ? 'This path is not in use' : 'Not fitted'}</summary>
      <div className="flex flex-col gap-2">
        <Field label={accepted === undefined ? 'Why it is accepted' : 'Why it is asked for again'} value={reason} change={setReason} />
        <button
          type="button"
          className="button"
          onClick={() => {
            say(accepted !== undefined);
          }}
        >
          {accepted === undefined ? 'Accept it' : 'Ask for it again'}
        </button>
      </div>
    </details>
  );
};

export const LampPanel = ({ station, lamp, close }: { station: Station; lamp: LampResult; close: () => void }) => {
  const { speaker } = station;
  const caution = atStep[lamp.lamp];
  const { next } = lamp;
  const whose = wanted(station.state, settingKey('desk', null, 'whose'));
  const elsewhere = whose === 'theirs' || whose === 'portal';
  return (
    <section aria-label={`${lampWords[lamp.lamp]}, its door`} className="flex flex-col gap-3 border-2 border-rule-2 bg-sheet p-3">
      <div className="flex items-center gap-3">
        <LampMark is={lamp.is} size={30} simulated={lamp.simulated} />
        <h2 className="grow leading-tight font-bold">
          {lampWords[lamp.lamp]} {verdictWords[lamp.is]}
          {lamp.path !== null && <span className="block text-small font-normal">{speaker.element(lamp.path)}</span>}
          <span className="block text-small font-normal text-ink-2">
            {[lamp.rehearsal ? 'bench' : null, lamp.simulated ? 'simulated' : null].filter((word) => word !== null).join(', ')}
          </span>
        </h2>
        <button type="button" className="button" onClick={close}>
          Close
        </button>
      </div>
      <p className="text-note text-ink-2">
        {lampMeans[lamp.lamp]} <strong>{verdictWords[lamp.is].replace(/^./, (first) => first.toUpperCase())}:</strong>{' '}
        {verdictMeans[lamp.is].replace(/^./, (first) => first.toLowerCase())}
        {lamp.grade !== null && ` Grade ${lamp.grade} of 9: ${gradeMeans[lamp.grade]}.`}
      </p>
      <ul className="flex flex-col gap-1">
        {lamp.because
          .filter(({ code }) => !(lamp.lamp === 'Inputs' && code !== 'inputs-empty' && code !== 'seen-by-word' && code !== 'said-bad'))
          .map((reason, i) => (
            <li key={i} className="break-words">
              {sayReason(reason, speaker)}
            </li>
          ))}
      </ul>
      {lamp.lamp === 'Inputs' && lamp.is !== 'none' && <Ledger station={station} />}
      {bySchools(station.state, { ...station.rules, heard: station.beside?.heard ?? [], now: station.now })
        .filter((of) => of.lamp === lamp.lamp && of.path === lamp.path)
        .map(({ question, asks, says, is }) => (
          <p key={`${question} ${says}`} className="border-l-2 border-rule-2 pl-2 text-note">
            It hangs on a school ({asks.replace(/^./, (first) => first.toLowerCase())}): by ‘{says}’ it would be <strong>{is}</strong>, by
            your house rules it is {verdictWords[lamp.is]}.
          </p>
        ))}
      {lamp.waits.length > 0 && (
        <p className="border-l-2 border-ink pl-2 text-note">A change waits: {lamp.waits.map(speaker.setting).join(', ')}.</p>
      )}
      {next !== null && (
        <p>
          <strong className="text-brass-ink">Next:</strong> {sayReason(next, speaker)}
        </p>
      )}
      {next?.code === 'next-in-force' && (
        <button type="button" className="button" onClick={() => void inForceSince(station, next.args.keys, next.args.from)}>
          It was in force by {speaker.when(next.args.from)}
        </button>
      )}
      {lamp.due !== null && (lamp.is === 'proven' || lamp.is === 'marginal') && (
        <p className="text-small text-ink-2">Stands until {speaker.when(lamp.due)}.</p>
      )}
      {lamp.is !== 'none' && (
        <details>
          <summary className="link flex min-h-11 items-center">What proves it</summary>
          <dl className="text-note">
            {[...kindsOf(lamp.lamp), ...readingsOf(lamp.lamp)].map(({ what, label, proves }) => (
              <div key={what} className="border-b border-rule py-1">
                <dt className="font-semibold">{label}</dt>
                <dd className="text-ink-2">{proves}</dd>
              </div>
            ))}
          </dl>
        </details>
      )}
      {caution !== undefined && <CautionNote of={caution} />}
      {lamp.lamp === 'Standby' && (
        <p className="border-t border-rule pt-2 text-note">
          It is proved by drills whose calls the desk hears.{' '}
          <Link className="link" to={`/stations/${station.stream}/standby`}>
            Drill it in Standby
          </Link>
        </p>
      )}
      {lamp.lamp === 'Call' && elsewhere && (
        <p className="border-t border-rule pt-2 text-note">
          The station reports to somebody else’s desk: nothing arrives here by itself.{' '}
          <Link className="link" to={`/stations/${station.stream}/proof`}>
            Time the walk and ring them in Proof
          </Link>
        </p>
      )}
      {lamp.lamp === 'Reach' && <FilesShow station={station} />}
      <Readings lamp={lamp} station={station} />
      <Word lamp={lamp} station={station} />
      <NotFitted lamp={lamp} station={station} />
    </section>
  );
};
