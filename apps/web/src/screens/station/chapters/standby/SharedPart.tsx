// What the paths share: one fault takes them together. (No years of darkness are worked out: nobody has the failure rates.)
import { Link } from 'react-router';
import { type Cut, ownParts } from '@green-lamp/core/lamp';
import { type Shared, sharedBetween } from '@green-lamp/core/walk';
import { LampMark } from '../../../../parts/LampMark.tsx';
import { Together } from './Together.tsx';
import type { Station } from '../../../../store/use-station.ts';

const says: { readonly [W in Shared['what']]: { readonly is: string; readonly mends: string } } = {
  modem: { is: 'One modem', mends: 'A modem of its own for the second path, with its own aerial and supply.' },
  carrier: { is: 'One carrier', mends: 'A card of another carrier: its core is one fault for both.' },
  duct: { is: 'One mast or duct', mends: 'Another way in for one of them.' },
  feed: { is: 'One supply or fuse', mends: 'A fuse and a supply of its own for one of them; then cut each, and see the other call.' },
  receiver: { is: 'One receiver', mends: 'A second receiver on another line and supply, so that the desk is not the one fault.' },
};

const cutWords: { readonly [I in Cut['is']]: string } = {
  proven: 'its own: the others called without it',
  marginal: 'the others called without it; that it was cut is a word',
  failed: 'shared: nothing called without it',
  stale: 'to be cut again: something was changed since',
  dark: 'not cut yet',
};
/** What cutting each has shown. */
const CutEach = ({ station }: { station: Station }) => (
  <table className="mt-4 w-full max-w-3xl text-left">
    <caption className="text-left font-bold">Cut, each on its own</caption>
    <thead>
      <tr className="border-b border-ink">
        <th scope="col">Path</th>
        <th scope="col">What</th>
        <th scope="col">Is</th>
        <th scope="col">
          <span className="sr-only">Cut it</span>
        </th>
      </tr>
    </thead>
    <tbody>
      {station.line.cuts.map(({ path, part, is, simulated }) => (
        <tr key={`${path} ${part}`} className="border-b border-rule">
          <td>{station.speaker.element(path)}</td>
          <td>{part === 'cable' ? 'cable or radio' : part}</td>
          <td>
            <span className="flex items-center gap-2">
              <LampMark is={is} size={22} simulated={simulated} />
              <span>
                {cutWords[is]}
                {simulated && ' (simulated)'}
              </span>
            </span>
          </td>
          <td>
            {is !== 'proven' && is !== 'marginal' && (
              <Link
                className="link inline-flex min-h-11 items-center"
                to={`/stations/${station.stream}/standby?part=drill&cut=${encodeURIComponent(ownParts[part][0])}&of=${path}`}
              >
                Cut it
              </Link>
            )}
          </td>
        </tr>
      ))}
    </tbody>
  </table>
);

export const SharedPart = ({ station }: { station: Station }) => {
  const shared = sharedBetween(station.state);
  const paths = station.line.strands.length;
  if (paths < 2) return <p>One path is planned: whatever fails on it, the station is dark.</p>;
  return (
    <section aria-label="What the paths share">
      {shared.length === 0 ? (
        <p>By the sheet the paths share nothing. Supply and cable are seen only by cutting each: drill the loss of supply.</p>
      ) : (
        <ul>
          {shared.map(({ what, name, paths: of }) => (
            <li key={`${what} ${name}`} className="border-b border-rule py-2">
              <strong>
                {says[what].is}, {name}
              </strong>
              : {of.map((path) => station.speaker.element(path)).join(' and ')} fail together.
              <span className="block text-ink-2">{says[what].mends}</span>
            </li>
          ))}
        </ul>
      )}
      <CutEach station={station} />
      <Together station={station} shared={shared} />
      <p className="mt-2 text-note text-ink-2">
        What is shared by the sheet is what somebody wrote; that each path has its own supply and cable is proved by cutting it: if both
        fall, one fuse feeds two.
      </p>
    </section>
  );
};
