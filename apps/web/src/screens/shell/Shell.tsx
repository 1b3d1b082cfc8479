// What stands around every screen: the places, who works here, what waits to be delivered.
import { useEffect, useState } from 'react';
import { NavLink, Outlet, useNavigate } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { setTheme, useLive } from '../../store/live.ts';
import { usePeople, usePeopleAsked } from '../../store/use-stream.ts';
import { PersonWindow } from '../people/PersonWindow.tsx';
import { DeliveryWindow } from './DeliveryWindow.tsx';

const Place = ({ to, children }: { to: string; children: string }) => (
  <NavLink
    to={to}
    className={({ isActive }) =>
      `flex h-11 items-center border-b-3 px-3 font-semibold ${isActive ? 'border-brass-edge' : 'border-transparent text-brass-ink'}`
    }
  >
    {children}
  </NavLink>
);

type Deliveries = { writing: number; waiting: number; refused: number; connected: boolean; deskFails: boolean };

const deliveryWords = ({ writing, waiting, refused, connected, deskFails }: Deliveries): string => {
  const parts = [
    refused > 0 ? `${refused} not accepted` : null,
    waiting > 0
      ? `${waiting} ${waiting === 1 ? 'entry waits' : 'entries wait'}${!connected ? ' for a network' : deskFails ? ': the desk does not take it' : ' for the desk'}`
      : refused > 0
        ? null
        : writing > 0
          ? 'being written down'
          : connected
            ? 'all entries delivered'
            : 'no network, nothing waits',
  ];
  return parts.filter((part) => part !== null).join(' · ');
};

export const Shell = () => {
  const { person, theme, writing, waiting, refused, connected, deskFails, askPerson, trouble } = useLive();
  const people = usePeople();
  const asked = usePeopleAsked();
  const [delivery, setDelivery] = useState(false);
  const go = useNavigate();
  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);
  useHotkeys('g>s', () => void go('/stations'));
  useHotkeys('g>d', () => void go('/desk'));
  useHotkeys('g>y', () => void go('/yard'));
  useHotkeys('g>a', () => void go('/across'));
  useHotkeys('g>h', () => void go('/rules'));
  return (
    <div className="flex h-full flex-col">
      <a href="#page" className="absolute -left-[999px] focus:left-2 focus:z-10 focus:bg-slip focus:p-2">
        To the page
      </a>
      <header className="flex h-11 shrink-0 items-center gap-2 border-b border-rule-2 bg-ground px-5">
        <img src="/lamp.svg" alt="" width="20" height="24" />
        <span className="mr-3 font-bold">Green Lamp</span>
        <nav aria-label="Places" className="flex">
          <Place to="/stations">Stations</Place>
          <Place to="/across">Across</Place>
          <Place to="/desk">Desk</Place>
          <Place to="/yard">Yard</Place>
          <Place to="/rules">Rules</Place>
        </nav>
        <span role="status" className="sr-only">
          {connected ? 'The desk answers.' : 'The desk does not answer.'}
        </span>
        <span className="grow" />
        <button
          type="button"
          className="flex h-11 items-center px-2 text-brass-ink"
          onClick={() => {
            useLive.setState({ askPerson: true });
          }}
        >
          {person === null ? 'Who works here?' : (people[person] ?? 'you')}
        </button>
        <button
          type="button"
          className="flex h-11 items-center px-2 text-brass-ink"
          onClick={() => {
            setDelivery(true);
          }}
        >
          {deliveryWords({ writing, waiting, refused, connected, deskFails })}
        </button>
        <button
          type="button"
          className="flex h-11 items-center px-2 text-brass-ink"
          onClick={() => {
            setTheme(theme === 'day' ? 'night' : 'day');
          }}
        >
          {theme === 'day' ? 'Night' : 'Day'}
        </button>
      </header>
      {trouble !== null && (
        <div role="alert" className="flex items-center gap-4 border-b-2 border-ink bg-slip px-5 py-2">
          <p className="grow">
            <strong>It could not be done.</strong> {trouble}
          </p>
          <button
            type="button"
            className="button"
            onClick={() => {
              useLive.setState({ trouble: null });
            }}
          >
            Put it away
          </button>
        </div>
      )}
      <main id="page" className="min-h-0 grow">
        <Outlet />
      </main>
      {askPerson && asked && <PersonWindow people={people} />}
      <DeliveryWindow
        open={delivery}
        close={() => {
          setDelivery(false);
        }}
      />
    </div>
  );
};
