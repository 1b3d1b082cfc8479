// Programming from afar: how a session stands, and the test of the way in.
import type { Json, SettingKey } from '../name/index.ts';

export type RemoteSession = {
  readonly key: SettingKey;
  readonly is: 'listening' | 'talking' | 'over';
  readonly port: number;
  readonly since: number;
  /** When the unit opened the session, and when it was over. */
  readonly traffic: number | null;
  readonly ended: number | null;
  readonly lines: readonly { readonly from: 'desk' | 'unit'; readonly text: string }[];
  readonly before: Json | null;
  readonly after: Json | null;
  readonly good: boolean;
  readonly why: string | null;
  /** The text that the yard's unit was sent, its word left out. */
  readonly text: string | null;
  readonly simulated: boolean;
};
export type WayIn = {
  readonly port: number;
  readonly is: 'open' | 'seen' | 'nobody' | 'taken' | 'stopped';
  readonly since: number;
  readonly until: number;
  /** Who got through, and when. */
  readonly from: string | null;
  readonly at: number | null;
};
