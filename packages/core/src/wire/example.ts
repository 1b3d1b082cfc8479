// What a first call may look like, for whoever makes one by hand.
import type { ListenerKind } from './listeners.ts';

/** A call of an account as it is typed, for each protocol that people can type (bytes as one instrument may send them, after the modem's sign-on); DC-09 and radio frames have a check sum, and are none. */
export const exampleCall = (kind: ListenerKind, account: string): string => {
  const event = JSON.stringify({ event: 'float_high', zone: 1 });
  switch (kind) {
    case 'http':
      return `POST /calls/${account}\nAuthorization: Bearer (the unit’s token)\nContent-Type: application/json\n\n${event}`;
    case 'mqtt':
      return `${account}/events  ${event}\n${account}/level   1.42`;
    case 'line':
      return `${account};;event=float_high;zone=1\n${account};;event=float_high;zone=1;turn=restoral`;
    case 'serial':
      return `${account}\n+1.42 m\n+1.43 m`;
    case 'radio':
    case 'dc09':
      return '';
  }
};
