// What was last said of each person: told of an event, let in by a channel.
import type { ElementId } from '../../name/index.ts';
import type { Turn } from '../../evidence/index.ts';
import type { Who } from '../entry.ts';
import type { Pos } from '../order.ts';

export type ToldSaid = {
  readonly number: ElementId;
  readonly zone: string | null;
  readonly is: Turn;
  readonly event: string;
  readonly by: 'text' | 'mail' | 'ring';
  readonly got: 'as meant' | 'otherwise' | 'nothing';
  readonly at: number;
  readonly words: string;
  readonly pos: Pos;
  readonly who: Who;
};
export type ReachSaid = {
  readonly user: ElementId;
  readonly channel: 'text' | 'ring' | 'poll' | 'session' | 'portal' | 'keypad';
  /** Whether the sheet lets them, and whether the unit did. */
  readonly meant: boolean;
  readonly letIn: boolean;
  readonly words: string;
  readonly pos: Pos;
  readonly who: Who;
};

export const toldKey = ({ number, zone, is }: Pick<ToldSaid, 'number' | 'zone' | 'is'>): string => `${number} ${zone ?? ''} ${is}`;
export const reachKey = ({ user, channel }: Pick<ReachSaid, 'user' | 'channel'>): string => `${user} ${channel}`;
