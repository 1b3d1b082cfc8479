// The way between the chapters of a station: at the left, or in a strip over a narrow page.
import { useEffect, useRef } from 'react';
import { NavLink, useLocation, useNavigate } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Station } from '../../../store/use-station.ts';
import { chaptersOf } from './chapters.ts';
import { leftAt } from './use-place.ts';

export const ChapterNav = ({ station, evidence }: { station: Station; evidence: () => void }) => {
  const go = useNavigate();
  const chapters = chaptersOf(station);
  const strip = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  // On a narrow page the strip goes on beyond the edge: the chapter in hand stays in sight.
  useEffect(() => {
    strip.current?.querySelector('[aria-current=page]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [pathname]);
  useHotkeys(chapters.map(({ key }) => key).join(','), (_, { keys }) => {
    const to = chapters.find(({ key }) => keys?.includes(key) === true)?.to;
    if (to !== undefined) void go(leftAt(`/stations/${station.stream}/${to}`));
  });
  return (
    <nav ref={strip} aria-label="Chapters" className="station-tabs bg-ground">
      {chapters.map(({ key, to, label }) => (
        <NavLink key={to} to={leftAt(`/stations/${station.stream}/${to}`)} className="chapter-link">
          <span className="chapter-key text-small" aria-hidden="true">
            {key}
          </span>
          {label}
        </NavLink>
      ))}
      <button type="button" className="chapter-link station-evidence" onClick={evidence}>
        Evidence
      </button>
    </nav>
  );
};
