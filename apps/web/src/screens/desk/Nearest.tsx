// Whose an unknown call may be, and the one step that makes it theirs: the sheet's account corrected, or a station opened for it.
import { Link } from 'react-router';
import type { FrameView } from '@green-lamp/core/api';
import { elementsOf, standing, wanted } from '@green-lamp/core/journal';
import { settingKey } from '@green-lamp/core/name';
import { append } from '../../store/append.ts';
import { tell } from '../../store/live.ts';
import { useStream } from '../../store/use-stream.ts';

type Near = FrameView['nearest'][number];
const hows: { readonly [H in Near['how']]: string } = {
  swapped: 'two characters swapped',
  'one character': 'one character other',
  'same address': 'its path has the address from which this came',
};

const Correct = ({ near: { stream, account, name }, to }: { near: Near; to: string }) => {
  const state = useStream(stream)?.state;
  const keys =
    state === undefined
      ? []
      : elementsOf(state, 'receiver')
          .map(({ id }) => settingKey('receiver', id, 'account'))
          .filter((key) => wanted(state, key) === account);
  if (state === undefined || keys.length === 0) return null;
  return (
    <button
      type="button"
      className="button"
      aria-label={`Its sheet is wrong: make it ${to}, ${name}`}
      onClick={() => {
        const drafts = keys.map((key) => {
          const data = { key, value: to, origin: 'typed', simulated: false, over: standing(state, key)?.pos.id ?? null } as const;
          return { kind: 'setting.set', data } as const;
        });
        append(stream, drafts).catch(tell);
      }}
    >
      Its sheet is wrong: make it <span className="mono">{to}</span>
    </button>
  );
};

export const Nearest = ({ frame }: { frame: FrameView }) => {
  const { account } = frame;
  if (frame.status !== 'unknown' || account === null) return null;
  return (
    <div className="mt-2 flex flex-col gap-2">
      {frame.nearest.map((near) => (
        <p key={`${near.stream}${near.how}`} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <span>
            {near.how === 'same address' ? 'Perhaps' : 'Nearly'} <span className="mono">{near.account}</span> ({hows[near.how]}):{' '}
            <Link className="link" to={`/stations/${near.stream}/sheet`}>
              {near.name}
            </Link>
          </span>
          <Correct near={near} to={account} />
        </p>
      ))}
      {frame.nearest.length > 0 && (
        <p className="text-note text-ink-2">Where the unit is wrong and the sheet right, correct it on the unit: the desk can’t.</p>
      )}
      <p>
        <Link className="link" to={`/new?account=${encodeURIComponent(account)}`}>
          Open a station for account <span className="mono">{account}</span>
        </Link>
      </p>
    </div>
  );
};
