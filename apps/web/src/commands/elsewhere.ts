// Somebody else's desk: events that are made and timed here, the one call in which they read back, their own log, and the question after days.
import type { ElementId } from '@green-lamp/core/name';
import type { DataOf, Made } from '@green-lamp/core/journal';
import { type Makeable, onTest } from '@green-lamp/core/lamp';
import type { LogColumns, LogLine } from '@green-lamp/core/walk';
import { append, type Draft } from '../store/append.ts';
import { keepText } from '../store/blobs.ts';
import { deviceNow, sharedNow } from '../store/device.ts';
import type { Station } from '../store/use-station.ts';

export const makeEvent = (station: Station, { what, zone, is }: Makeable, path: ElementId | null): Promise<unknown> =>
  append(station.stream, [{ kind: 'event.made', data: { path, zone, is, event: what.slice(0, 32), words: '' } }]);

/** What they said of one event. */
export type Told = { readonly made: Made; readonly said: DataOf<'call.confirmed'>['said']; readonly words: string };
export type Rung = { readonly person: string; readonly else: string; readonly offTest: boolean; readonly armed: boolean };

/** The call is over: what they read back, in whatever order, and how they have left the account. */
export const callOver = (station: Station, told: readonly Told[], rung: Rung): Promise<unknown> => {
  const person = rung.person.trim().slice(0, 80);
  const at = sharedNow();
  const said = told.map(({ made, said: what, words }): Draft => {
    const { path, zone, is, event, pos } = made;
    const data = {
      how: 'read back',
      person,
      path,
      zone,
      is,
      event,
      at,
      line: null,
      words: words.trim(),
      made: pos.id,
      said: what,
    } as const;
    return { kind: 'call.confirmed', data: { ...data, columns: null } };
  });
  const test = onTest(station.state, deviceNow());
  const off: Draft[] =
    rung.offTest && test?.window.elsewhere === true
      ? [{ kind: 'test.ended', data: { told: person, words: `Off test, by word of ${person}.`.slice(0, 300) } }]
      : [];
  return append(station.stream, [
    ...said,
    { kind: 'desk.rung', data: { person, else: rung.else.trim(), offTest: rung.offTest, armed: rung.armed } },
    ...off,
  ]);
};

/** Lines of their own log, each of an event that was made here; the text goes along. */
export const takeLog = async (
  station: Station,
  text: string,
  columns: LogColumns | null,
  lines: readonly { readonly made: Made; readonly line: LogLine }[],
): Promise<void> => {
  const blob = await keepText(text);
  await append(
    station.stream,
    lines.map(({ made, line }) => ({
      kind: 'call.confirmed',
      data: {
        how: 'log',
        person: 'their log',
        path: made.path,
        zone: made.zone,
        is: made.is,
        event: line.event.trim() === '' ? made.event : line.event,
        at: line.at,
        line: line.n,
        words: '',
        made: made.pos.id,
        said: 'right',
        columns,
      },
      blobs: [blob],
    })),
  );
};

export const askWatch = (station: Station, data: DataOf<'watch.asked'>): Promise<unknown> =>
  append(station.stream, [{ kind: 'watch.asked', data }]);
