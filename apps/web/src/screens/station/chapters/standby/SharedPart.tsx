// What the paths share: one fault takes them together. (No years of darkness are worked out: nobody has the failure rates.)
import { type Shared, sharedBetween } from '@green-lamp/core/walk';
import { Together } from './Together.tsx';
import type { Station } from '../../../../store/use-station.ts';

const says: { readonly [W in Shared['what']]: { readonly is: string; readonly mends: string } } = {
  modem: { is: 'One modem', mends: 'A modem of its own for the second path, with its own aerial and supply.' },
  carrier: { is: 'One carrier', mends: 'A card of another carrier: its core is one fault for both.' },
  duct: { is: 'One mast or duct', mends: 'Another way in for one of them.' },
  feed: { is: 'One supply or fuse', mends: 'A fuse and a supply of its own for one of them; then cut each, and see the other call.' },
  receiver: { is: 'One receiver', mends: 'A second receiver on another line and supply, so that the desk is not the one fault.' },
};

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
      <Together station={station} shared={shared} />
      <p className="mt-2 text-note text-ink-2">
        It is what the sheet says. That each path has its own supply and cable is proved by cutting one: if both fall, one fuse feeds two.
      </p>
    </section>
  );
};
