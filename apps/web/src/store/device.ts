// What this browser is: its id, who works at it, its clock as the server saw it. Small things that must be there before anything else is read.
import { isUlid, sure, type Ulid } from '@green-lamp/core/name';
import { type Instant, instant } from '@green-lamp/core/quantity';
import { monotonicFactory, decodeTime, incrementBase32 } from 'ulid';

const read = (name: string): string | null => localStorage.getItem(`green-lamp:${name}`);
const keep = (name: string, value: string): void => {
  localStorage.setItem(`green-lamp:${name}`, value);
};

const next = monotonicFactory();

/** A new ULID, after every one that this browser has made, also over reloads and when its clock was put back. */
export const newId = (): Ulid => {
  const last = read('last-id');
  let id = next(Date.now());
  if (last !== null && isUlid(last) && id <= last) id = decodeTime(last) >= decodeTime(id) ? incrementBase32(last) : id;
  keep('last-id', id);
  return sure(isUlid, id);
};

export const deviceId = (): Ulid => {
  const there = read('device');
  if (isUlid(there)) return there;
  const made = newId();
  keep('device', made);
  return made;
};

export const chosenPerson = (): Ulid | null => {
  const there = read('person');
  return isUlid(there) ? there : null;
};
export const choosePerson = (person: Ulid): void => {
  keep('person', person);
};

/** Who was signed in when the desk was last heard, as text. */
export const keptSession = (): string | null => read('session');
export const keepSession = (text: string): void => {
  keep('session', text);
};

let offset = Date.now() - performance.now();
let skew: number | null = read('skew') === null ? null : Number(read('skew'));

/** Server minus device in ms as last measured; null since the clock was seen to jump. */
export const currentSkew = (): number | null => {
  const now = Date.now() - performance.now();
  if (Math.abs(now - offset) > 2_000) {
    offset = now;
    skew = null;
  }
  return skew;
};

/** Whoever shows a time is told when the desk's clock turns out to be another than was thought. */
const watchers = new Set<() => void>();
const heeded = 1_000;
export const watchClock = (tell: () => void): (() => void) => {
  watchers.add(tell);
  return () => {
    watchers.delete(tell);
  };
};

export const measureSkew = (server: number, asked: number, answered: number): void => {
  const was = currentSkew() ?? 0;
  offset = Date.now() - performance.now();
  skew = Math.round(server - (asked + answered) / 2);
  keep('skew', String(skew));
  if (Math.abs(skew - was) > heeded) for (const tell of watchers) tell();
};

export const deviceNow = (): Instant => instant(Date.now());
/** Now on the server's clock, as well as it is known. */
export const sharedNow = (): Instant => instant(Date.now() + (currentSkew() ?? 0));
