// What is kept for ever and what goes. Entries and the frames that are evidence stay; routine calls go by age and size, so do calls of nobody and what was not understood, and texts that no entry names.
import { statfsSync, statSync } from 'node:fs';
import type { FrameClass, Sizes } from '@green-lamp/core/api';
import type { Instant } from '@green-lamp/core/quantity';
import type { Statements } from '../shell/sqlite.ts';

const day = 86_400_000;
/** Rows that are removed in one turn of the writer. */
export const atOnce = 200;
/** How long a text may wait for the entry that names it. */
const blobWaits = 7 * day;

/** Which rows of frames a class has. What an entry names has its `entry`, and is in none of them. */
const classes = {
  routine: "status = 'matched' and entry is null",
  strangers: "status in ('unknown', 'not understood', 'refused') and entry is null",
} as const satisfies { readonly [C in FrameClass]: string };

/** What a row takes beside its octets: columns and indexes, as measured on a database of a million. */
const rowTakes = 700;

export const sizesOf = (statements: Statements, file: string, now: Instant): Sizes => {
  const of = (name: FrameClass): Sizes['frames'][FrameClass] => {
    const counted = statements.all(
      `select count(*) as rows, sum(length(bytes)) as octets, min(at) as oldest from frame where ${classes[name]}`,
    );
    const { rows, octets, oldest } = counted[0] as { rows: number; octets: number | null; oldest: number | null }; // an aggregate gives one row
    return { rows, bytes: (octets ?? 0) + rows * rowTakes, oldest };
  };
  const size = (path: string): number => statSync(path, { throwIfNoEntry: false })?.size ?? 0;
  const disk = statfsSync(file);
  return {
    at: now,
    file: size(file) + size(`${file}-wal`),
    free: disk.bavail * disk.bsize,
    frames: { routine: of('routine'), strangers: of('strangers') },
  };
};

/** Instants before which rows of a class go: by age, and by how much of it is there, oldest first. */
export const goesBefore = ({ rows, bytes, oldest }: Sizes['frames'][FrameClass], now: Instant, days: number, megabytes: number): number => {
  const byAge = days > 0 ? now - days * day : 0;
  const most = megabytes * 1024 * 1024;
  if (most === 0 || bytes <= most || rows === 0 || oldest === null) return byAge;
  return Math.max(byAge, oldest + (now - oldest) * (1 - most / bytes));
};

/** Removes some rows that are due; gives how many. To be called in the writer's turn, until it gives less than `atOnce`. */
export const removeFrames = (statements: Statements, name: FrameClass, before: number): number =>
  statements.changed(`delete from frame where id in (select id from frame where ${classes[name]} and at < ? order by id limit ${atOnce})`, [
    Math.floor(before),
  ]);

/** Removes texts that no entry has named within a week of their coming; gives how many. */
export const removeBlobs = (statements: Statements, now: Instant): number =>
  statements.changed(
    `delete from blob where hash in (select hash from blob where kept < ? and hash not in (select hash from blob_named) limit ${atOnce})`,
    [now - blobWaits],
  );

/** Gives pages that are free back to the disk, a few at a time; gives whether there are more. */
export const giveBack = (statements: Statements): boolean => {
  const free = (): number => (statements.all('pragma freelist_count')[0] as { freelist_count: number }).freelist_count;
  if (free() < 2 * atOnce) return false;
  statements.all(`pragma incremental_vacuum(${atOnce})`);
  return free() >= 2 * atOnce;
};

/** Days that the disk lasts at the growth between two looks; null while it does not grow or too little time has passed to say. */
export const daysLeft = (
  then: { readonly at: number; readonly file: number } | null,
  now: Pick<Sizes, 'at' | 'file' | 'free'>,
): number | null => {
  const hours = then === null ? 0 : (now.at - then.at) / 3_600_000;
  if (then === null || hours < 1 || now.file <= then.file) return null;
  return Math.floor(now.free / ((now.file - then.file) / (hours / 24)));
};
