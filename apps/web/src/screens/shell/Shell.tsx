// What stands around every screen: the places, who works here, what waits to be delivered.
import { counted } from '@green-lamp/core/quantity';
import { Suspense, useState } from 'react';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { FootSheet } from '../../parts/FootSheet.tsx';
import { hand, narrow, useMedia } from '../../parts/use-media.ts';
import { useLive } from '../../store/live.ts';
import { useLock } from '../../store/lock.ts';
import { setSize, setTheme, themes, themeWords, useLook } from '../../store/look.ts';
import { useFindable } from '../../store/findable.ts';
import { usePeople, usePeopleAsked } from '../../store/use-stream.ts';
import { SignedOut } from './SignedOut.tsx';
import { AccountWindow, DeliveryWindow, FindWindow, KeysWindow, LockScreen, Newer, PersonWindow, SignInWindow } from './windows.ts';

const places = [
  { to: '/stations', label: 'Stations' },
  { to: '/across', label: 'Across' },
  { to: '/desk', label: 'Desk' },
  { to: '/yard', label: 'Yard' },
  { to: '/rules', label: 'Rules' },
] as const;
/** Places that stand at the foot of a telephone; the others are behind More. */
const atFoot: readonly string[] = ['/stations', '/desk', '/yard'];

type Deliveries = { writing: number; waiting: number; refused: number; connected: boolean; deskFails: boolean };

const deliveryWords = ({ writing, waiting, refused, connected, deskFails }: Deliveries): string => {
  const parts = [
    refused > 0 ? `${refused} not accepted` : null,
    waiting > 0
      ? `${counted(waiting, 'entry waits', 'entries wait')}${!connected ? ' for a network' : deskFails ? ': the desk does not take it' : ' for the desk'}`
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

/** Day, night and sun, and the size for gloves: one press each. */
const Look = () => {
  const { theme, size } = useLook();
  return (
    <div role="group" aria-label="Look" className="flex flex-wrap items-center">
      {themes
        .filter((one) => one !== theme)
        .map((one) => (
          <button
            key={one}
            type="button"
            className="bare"
            onClick={() => {
              setTheme(one);
            }}
          >
            {themeWords[one]}
          </button>
        ))}
      <button
        type="button"
        className="bare"
        onClick={() => {
          setSize(size === 'site' ? 'desk' : 'site');
        }}
      >
        {size === 'site' ? 'Desk size' : 'Site size'}
      </button>
    </div>
  );
};

const Person = () => {
  const person = useLive((live) => live.person);
  const people = usePeople();
  return (
    <button
      type="button"
      className="bare"
      onClick={() => {
        useLive.setState({ askPerson: true });
      }}
    >
      {person === null ? 'Who works here?' : (people[person] ?? 'you')}
    </button>
  );
};

const PlaceLink = ({ to, label, then }: { to: string; label: string; then?: () => void }) => (
  <NavLink to={to} className="place" onClick={then}>
    {label}
  </NavLink>
);

/** What does not fit at the foot of a telephone or at the head of a tablet. */
const More = ({ of, words, deliveries }: { of: readonly (typeof places)[number][]; words: string; deliveries: () => void }) => {
  const [open, setOpen] = useState(false);
  const close = (): void => {
    setOpen(false);
  };
  return (
    <>
      <button
        type="button"
        className="bare"
        onClick={() => {
          setOpen(true);
        }}
      >
        More
      </button>
      <FootSheet open={open} close={close} title="More">
        <div className="flex flex-col items-start gap-2">
          {of.map((place) => (
            <PlaceLink key={place.to} {...place} then={close} />
          ))}
          <Person />
          <PlaceLink to="/here" label="In this browser" then={close} />
          <PlaceLink to="/telephone" label="Put this on your telephone" then={close} />
          <button
            type="button"
            className="bare"
            onClick={() => {
              close();
              deliveries();
            }}
          >
            {words}
          </button>
          <Look />
        </div>
      </FootSheet>
    </>
  );
};

export const Shell = () => {
  const locked = useLock((lock) => lock.locked);
  return locked ? (
    <Suspense fallback={null}>
      <LockScreen />
    </Suspense>
  ) : (
    <Around />
  );
};

/** All that stands around a screen, while the page is open. */
const Around = () => {
  const { writing, waiting, refused, connected, deskFails, askPerson, trouble, deskTrouble, signInBy, signedIn } = useLive();
  const asked = usePeopleAsked();
  const [delivery, setDelivery] = useState(false);
  const [window, setWindow] = useState<'find' | 'keys' | null>(null);
  const inHand = useMedia(hand);
  const isNarrow = useMedia(narrow);
  const go = useNavigate();
  const { pathname } = useLocation();
  useHotkeys('g>s', () => void go('/stations'));
  useHotkeys('g>d', () => void go('/desk'));
  useHotkeys('g>y', () => void go('/yard'));
  useHotkeys('g>a', () => void go('/across'));
  useHotkeys('g>h', () => void go('/rules'));
  useHotkeys(
    '/',
    () => {
      setWindow('find');
    },
    { preventDefault: true, useKey: true },
  );
  useHotkeys(
    '?',
    () => {
      setWindow('keys');
    },
    { useKey: true },
  );
  useFindable('shell', () => [
    ...places.map(({ to, label }) => ({ id: to, kind: 'screen', label, press: () => void go(to) })),
    { id: 'copy', kind: 'screen', label: 'Copy station', press: () => void go('/copy') },
    ...themes.map((theme) => ({
      id: theme,
      kind: 'command',
      label: themeWords[theme],
      press: () => {
        setTheme(theme);
      },
    })),
    {
      id: 'size',
      kind: 'command',
      label: 'Site size or desk size',
      press: () => {
        setSize(useLook.getState().size === 'site' ? 'desk' : 'site');
      },
    },
    {
      id: 'person',
      kind: 'command',
      label: 'Who works here',
      press: () => {
        useLive.setState({ askPerson: true });
      },
    },
    { id: 'here', kind: 'screen', label: 'In this browser', press: () => void go('/here') },
    { id: 'telephone', kind: 'screen', label: 'Put this on your telephone', press: () => void go('/telephone') },
    { id: 'people', kind: 'screen', label: 'People and access', press: () => void go('/people') },
  ]);
  const words = deliveryWords({ writing, waiting, refused, connected, deskFails });
  const deliveries = (): void => {
    setDelivery(true);
  };
  return (
    <div className="flex h-full flex-col">
      <a href="#page" className="absolute -left-[999px] focus:left-2 focus:z-10 focus:bg-slip focus:p-2">
        To the page
      </a>
      <span role="status" className="sr-only">
        {connected ? 'The desk answers.' : 'The desk does not answer.'}
      </span>
      {!inHand && (
        <header className="flex min-h-11 shrink-0 items-center gap-2 border-b border-rule-2 bg-ground px-5">
          <img src="/lamp.svg" alt="" width="20" height="24" />
          {!isNarrow && <span className="mr-3 font-bold">Green Lamp</span>}
          <nav aria-label="Places" className="flex self-stretch">
            {places.map((place) => (
              <PlaceLink key={place.to} {...place} />
            ))}
          </nav>
          <span className="grow" />
          <button
            type="button"
            className="bare"
            aria-keyshortcuts="/"
            onClick={() => {
              setWindow('find');
            }}
          >
            Find
            <span className="key ml-2" aria-hidden="true">
              /
            </span>
          </button>
          {!isNarrow && <Person />}
          <button type="button" className="bare text-right" onClick={deliveries}>
            {words}
          </button>
          {isNarrow ? <More of={[]} words={words} deliveries={deliveries} /> : <Look />}
        </header>
      )}
      {deskTrouble !== null && pathname !== '/desk' && (
        <p role="alert" className="no-print border-b-2 border-ink bg-slip px-5 py-2 text-note">
          <strong>At the desk:</strong> {deskTrouble}
        </p>
      )}
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
      <SignedOut />
      <Suspense fallback={null}>
        <Newer />
      </Suspense>
      <main id="page" className="min-h-0 grow">
        <Outlet />
      </main>
      {inHand && (
        <nav aria-label="Places" className="foot no-print">
          {places
            .filter(({ to }) => atFoot.includes(to))
            .map((place) => (
              <PlaceLink key={place.to} {...place} />
            ))}
          {(waiting > 0 || refused > 0) && (
            <button type="button" className="bare" onClick={deliveries}>
              {refused > 0 ? `${refused} refused` : `${waiting} wait`}
            </button>
          )}
          <button
            type="button"
            className="bare"
            onClick={() => {
              setWindow('find');
            }}
          >
            Find
          </button>
          <More of={places.filter(({ to }) => !atFoot.includes(to))} words={words} deliveries={deliveries} />
        </nav>
      )}
      <Suspense fallback={null}>
        {window === 'find' && (
          <FindWindow
            close={() => {
              setWindow(null);
            }}
          />
        )}
        {window === 'keys' && (
          <KeysWindow
            close={() => {
              setWindow(null);
            }}
          />
        )}
        {askPerson && signInBy !== null && signInBy !== 'press' && (signedIn === null ? <SignInWindow /> : <AccountWindow />)}
        {askPerson && signInBy === 'press' && asked !== null && <PersonWindow people={asked} />}
        {delivery && (
          <DeliveryWindow
            open
            close={() => {
              setDelivery(false);
            }}
          />
        )}
      </Suspense>
    </div>
  );
};
