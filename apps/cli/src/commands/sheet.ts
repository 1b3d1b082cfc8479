// Commands over one sheet file: what comes along, what is to be asked, what a visit takes.
import { readSheet, type State, stateOfSheet } from '@green-lamp/core/journal';
import { sentence } from '@green-lamp/core/problem';
import { type Profile, shippedProfiles } from '@green-lamp/core/sheet';
import { askList, kitList, visitPlan } from '@green-lamp/core/walk';
import { BadUse, type Command } from '../command.ts';

const options = { profiles: { takes: 'ID,ID', about: 'ids of shipped profiles that the station has adopted' } };

const over = (name: string, about: string, make: (state: State, profiles: readonly Profile[]) => unknown): Command => ({
  name,
  takes: 'SHEET',
  about,
  options,
  exits: '0 done',
  run: (input, { profiles = '' }) => {
    const parsed = readSheet(new TextDecoder().decode(input));
    if (!parsed.ok) return new BadUse(parsed.problems.map((of) => sentence(of, of.path === '' ? 'The sheet' : of.path)).join(' '));
    const ids = profiles.split(',').filter((id) => id !== '');
    const unknown = ids.find((id) => !shippedProfiles.some((profile) => profile.id === id));
    if (unknown !== undefined)
      return new BadUse(`there is no shipped profile ${unknown}; there are ${shippedProfiles.map(({ id }) => id).join(', ')}.`);
    const made = make(
      stateOfSheet(parsed.value),
      shippedProfiles.filter(({ id }) => ids.includes(id)),
    );
    return { exit: 0, out: JSON.stringify(made, null, 2) };
  },
});

export const ask = over('ask', 'Prints what is still unknown on a sheet, by who has it, as JSON.', (state, profiles) =>
  askList(state, profiles).map(({ supplier, asks }) => ({
    supplier,
    asks: asks.map(({ key, of, latest }) => ({ key, label: of.label, why: of.why, latest })),
  })),
);
export const kit = over('kit', 'Prints what comes along, each line with its reason, as JSON.', kitList);
export const plan = over(
  'plan',
  'Prints the visit: bench and site tasks with start, end and the longest chain in minutes, as JSON.',
  visitPlan,
);
