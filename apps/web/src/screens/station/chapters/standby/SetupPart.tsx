// The guided set-up: step by step in the order in which nothing is lost. A press says a step; what is green was seen on the devices or at the desk.
import { Link } from 'react-router';
import type { DrillKind } from '@green-lamp/core/evidence';
import { ownParts } from '@green-lamp/core/lamp';
import { counted } from '@green-lamp/core/quantity';
import type { Sight } from '@green-lamp/core/sheet';
import { type Setup, setupHolds, type SetupRow, setupsOf } from '@green-lamp/core/walk';
import { isDone, tick } from '../../../../commands/plan.ts';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { LampMark } from '../../../../parts/LampMark.tsx';
import { Tick } from '../../../../parts/Tick.tsx';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const cutBy: { readonly [S in Sight]: DrillKind | null } = {
  called: null,
  card: null,
  'cable cut': ownParts.cable[0],
  'supply cut': ownParts.supply[0],
  'card cut': ownParts.card[0],
};

const Where = ({ station, row }: { station: Station; row: SetupRow }) => {
  const at = `/stations/${station.stream}`;
  const { seen } = row.step;
  const drill = seen === undefined ? null : cutBy[seen];
  if (row.is === 'done') return null;
  return (
    <p className="flex flex-wrap items-center gap-x-4 text-note">
      {row.open.map((key) => (
        <Link key={key} className="link inline-flex min-h-11 items-center" to={`${at}/sheet?field=${key}`}>
          {station.speaker.setting(key)}
        </Link>
      ))}
      {row.nowhere.length > 0 && (
        <Link className="link inline-flex min-h-11 items-center" to={`${at}/sheet`}>
          Not on the sheet yet: {row.nowhere.join(', ')}
        </Link>
      )}
      {drill !== null && row.path !== null && (
        <Link
          className="link inline-flex min-h-11 items-center"
          to={`${at}/standby?part=drill&cut=${encodeURIComponent(drill)}&of=${row.path}`}
        >
          To the drill: {drill}, {station.speaker.element(row.path)}
        </Link>
      )}
      {seen === 'called' && (
        <Link className="link inline-flex min-h-11 items-center" to={`${at}/proof`}>
          Make an event, and see it arrive
        </Link>
      )}
      {seen === 'card' && (
        <Link className="link inline-flex min-h-11 items-center" to={`${at}/bench?lamp=Card&path=${row.path ?? ''}`}>
          Read the card
        </Link>
      )}
    </p>
  );
};

const stands = { done: 'proven', failed: 'failed', now: 'dark', ahead: 'dark' } as const;
const Row = ({ station, rows, row }: { station: Station; rows: readonly SetupRow[]; row: SetupRow }) => {
  const { step, path, by, is, simulated, weak, before } = row;
  const holds = by === 'press' && is !== 'done' ? setupHolds(rows, row) : null;
  const says = (
    <>
      {path !== null && step.of !== 'first' && <strong>{station.speaker.element(path)}: </strong>}
      {step.says}
    </>
  );
  return (
    <li
      aria-current={is === 'now' ? 'step' : undefined}
      className={`border-b border-rule py-1 ${is === 'now' ? 'border-l-[5px] border-l-brass-edge pl-2' : ''}`}
    >
      {by === 'press' ? (
        <Tick done={isDone(station, row.name)} held={holds !== null} press={() => void tick(station, row.name).catch(tell)}>
          {says}
        </Tick>
      ) : (
        <p className="flex min-h-11 items-center gap-3">
          {by === 'desk' || is === 'done' ? (
            <LampMark is={weak ? 'marginal' : stands[is]} size={28} simulated={simulated} />
          ) : (
            <span aria-hidden="true" className="h-7 w-7 shrink-0 border-2 border-dashed border-rule-2" />
          )}
          <span className="grow">
            {says}{' '}
            <span className="text-note text-ink-2">
              {by === 'desk'
                ? is === 'done'
                  ? `Seen at the desk${simulated ? ', simulated' : ''}.${weak ? ' That it was cut is a word.' : ''}`
                  : is === 'failed'
                    ? 'Nothing called meanwhile: another path hangs on it too.'
                    : 'Only what the desk sees shows it.'
                : is === 'done'
                  ? 'On the sheet and on its devices.'
                  : ''}
            </span>
          </span>
        </p>
      )}
      <div className="pl-10">
        {is !== 'done' && <p className="text-note text-ink-2">Else: {step.loses}</p>}
        {holds !== null && (
          <p className="text-note">
            <strong>First:</strong> {holds.step.says}
          </p>
        )}
        {before !== null && (
          <p className="border-l-4 border-ink pl-2 text-note">
            Said before ‘{before.says}’ {before.loses}
          </p>
        )}
        {is === 'now' && step.caution !== undefined && <CautionNote of={step.caution} />}
        <Where station={station} row={row} />
      </div>
    </li>
  );
};

const One = ({ station, setup }: { station: Station; setup: Setup }) => {
  const { rows, is, profile } = setup;
  const left = rows.filter((row) => row.is !== 'done');
  const [next] = left;
  return (
    <section aria-label={`Set-up: ${is}`} className="mb-6 max-w-3xl">
      <h3 className="text-head font-bold">Set-up: {is}</h3>
      <p>
        {left.length === 0 ? 'All of it is done.' : `${rows.length - left.length} of ${counted(rows.length, 'step')} done.`} By the profile
        ‘{profile.name}’, in the order in which nothing is lost (common practice).
      </p>
      {next !== undefined && (
        <p>
          <strong className="text-brass-ink">Next:</strong> {next.step.says}
        </p>
      )}
      <ol>
        {rows.map((row) => (
          <Row key={row.name} station={station} rows={rows} row={row} />
        ))}
      </ol>
    </section>
  );
};

export const SetupPart = ({ station }: { station: Station }) => (
  <>
    {setupsOf(station.state, station.line, station.rules.profiles).map((setup) => (
      <One key={`${setup.profile.id} ${setup.is}`} station={station} setup={setup} />
    ))}
  </>
);
