// When somebody was last at the station or in it from afar. What arrives by itself after that arrived unattended.
import { isAfter, type Pos } from '../order.ts';
import type { State } from './state.ts';

/** The state with somebody there at `pos`: hands, readings, sessions. Never by a note, nor by what is only typed on the sheet or at the desk. */
export const attended = (state: State, pos: Pos): State =>
  state.attended !== null && !isAfter(pos, state.attended) ? state : { ...state, attended: pos };
