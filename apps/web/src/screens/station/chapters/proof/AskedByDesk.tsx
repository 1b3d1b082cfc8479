// The desk calls the station: whether it can by the sheet, how it went, and where the way ends.
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { askNow, type Poll, pollState, type PollState } from '@green-lamp/core/api';
import { elementsOf, wanted } from '@green-lamp/core/journal';
import { plainText, settingKey } from '@green-lamp/core/name';
import { instant, sayWhen } from '@green-lamp/core/quantity';
import { ask, NoNetwork } from '../../../../store/api.ts';
import { tell, useLive } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

/** Longer than the desk waits for a connection and its answers. */
const patience = 120_000;
const every = 10_000;

const nots: { readonly [N in NonNullable<PollState['not']>]: string } = {
  off: 'By the sheet the desk does not call this station (‘Calls the station’).',
  'no account': 'The sheet has no account: what answers could be nobody’s.',
  'no address': 'The sheet does not say at which address the desk calls it (‘Calls the station at’).',
  'no port': 'The sheet does not say on which port the desk calls it.',
  'by UDP': 'By the sheet the desk calls by UDP; it can ask over TCP alone.',
  'no channel': 'No channel says where its value is read: add channels, with their register or field, on the sheet.',
  'no record rule': 'The sheet does not say how a record of the unit ends.',
};
const ends: { readonly [E in Poll['is']]: (detail: string) => string } = {
  answered: () => 'It answered.',
  refused: () =>
    'The address answers and refuses: nothing listens on that port there. Look at the forward and at the modem’s listening port.',
  'no answer': () =>
    'Nothing came back: the address does not let the call in. A carrier’s NAT or filter, a card that is not on the network, or a forward that is missing look alike.',
  unreachable: () => 'No way leads to that address from here.',
  'no such name': () => 'That name leads to no address: the name servers do not know it.',
  'own machine': (at) => `${at} is the desk’s own machine, where no station is.`,
  'cut off': () => 'It was let in and then cut off: another one may be connected, or it takes calls of certain addresses only.',
  'connected, no answer': () =>
    'It was let in, and nothing answered: the unit behind the modem is silent. Look at speed, framing, unit number and wires.',
  exception: (detail) => `It answered that ${detail}.`,
  garbled: (detail) => `Something else answered than was asked for${detail === '' ? '' : `: ${detail}`}.`,
};

const usePoll = (stream: string): { state: PollState | null; away: boolean; press: () => void; asking: boolean } => {
  const [state, setState] = useState<PollState | null>(null);
  const [away, setAway] = useState(false);
  const [asking, setAsking] = useState(false);
  const board = useLive((live) => live.board);
  useEffect(() => {
    let gone = false;
    const look = (): void => {
      ask(pollState, { names: { stream } })
        .then((now) => {
          if (gone) return;
          setState(now);
          setAway(false);
        })
        .catch((error: unknown) => {
          if (!gone && error instanceof NoNetwork) setAway(true);
        });
    };
    look();
    const timer = setInterval(look, every);
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, [stream, board]);
  const press = (): void => {
    setAsking(true);
    ask(askNow, { names: { stream }, body: {}, patience })
      .then(setState)
      .catch(tell)
      .finally(() => {
        setAsking(false);
      });
  };
  return { state, away, press, asking };
};

/** Whether the sheet speaks of a desk that calls. */
const isMeant = ({ state }: Station): boolean =>
  wanted(state, settingKey('desk', null, 'polls')) === true ||
  elementsOf(state, 'path').some(({ id }) => ['desk', 'both'].includes(plainText(wanted(state, settingKey('path', id, 'direction'))))) ||
  elementsOf(state, 'channel').some(({ id }) => wanted(state, settingKey('channel', id, 'register')) !== undefined);

const Said = ({ poll, station }: { poll: Poll; station: Station }) => (
  <li className="flex flex-wrap gap-x-4 border-b border-rule py-1">
    <span className="mono text-note">{sayWhen(instant(poll.at), instant(station.now), station.zone)}</span>
    <span className={poll.is === 'answered' ? '' : 'min-w-0 font-semibold'}>{ends[poll.is](poll.detail)}</span>
  </li>
);

export const AskedByDesk = ({ station }: { station: Station }) => {
  if (!isMeant(station)) return null;
  return <Asked station={station} />;
};
const Asked = ({ station }: { station: Station }) => {
  const { state, away, press, asking } = usePoll(station.stream);
  const running = asking || state?.running === true;
  return (
    <section aria-label="The desk calls the station">
      <h3 className="mb-1 font-bold">The desk calls the station</h3>
      {away && <p className="font-semibold">The desk does not answer now.</p>}
      {state?.not != null && (
        <p>
          {nots[state.not]}{' '}
          <Link className="link" to={`/stations/${station.stream}/sheet`}>
            Open the sheet
          </Link>
        </p>
      )}
      {state?.stops != null && <p className="border-l-2 border-ink pl-2 font-semibold">By the sheet it can’t arrive. {state.stops}</p>}
      {state !== null && state.not === null && (
        <p className="my-1 flex flex-wrap items-center gap-3">
          <button type="button" className="button" disabled={running} onClick={press}>
            {running ? 'Asking…' : 'Ask it now'}
          </button>
          <span className="text-ink-2">
            {state.next === null
              ? 'It is asked by a press alone.'
              : `Next by itself: ${sayWhen(state.next, instant(station.now), station.zone)}.`}
          </span>
        </p>
      )}
      {state !== null && state.not === null && state.last.length === 0 && (
        <p className="text-ink-2">It has not been asked since the desk was started.</p>
      )}
      <ul aria-live="polite">
        {state?.last.slice(0, 4).map((poll) => (
          <Said key={poll.at} poll={poll} station={station} />
        ))}
      </ul>
    </section>
  );
};
