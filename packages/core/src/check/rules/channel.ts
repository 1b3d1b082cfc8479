// What the unit measures: a range that holds nothing, and two channels that look for one value.
import { pairRule, practice, rule } from '../rule.ts';

export const channel = [
  rule({
    id: 'inputs/channel-range',
    lamp: 'Inputs',
    looks: 'A channel whose least is above its most.',
    source: practice,
    reads: ['channel.least', 'channel.most'],
    codes: { 'channel-range': 'fix' },
    find: ({ 'channel.least': least, 'channel.most': most }) =>
      Number(least) > Number(most) ? [{ code: 'channel-range', args: { least, most } }] : [],
    fires: { 'channel.least': '10', 'channel.most': '3' },
    silent: { 'channel.least': '-10', 'channel.most': '3' },
  }),
  pairRule({
    id: 'inputs/channel-named-once',
    lamp: 'Inputs',
    looks: 'Two channels that look for the same value.',
    source: practice,
    reads: 'channel.name',
    codes: { 'channel-twice': 'fix' },
    find: (one, other) => (one === other ? [{ code: 'channel-twice', args: { name: one } }] : []),
    fires: ['level', 'level'],
    silent: ['level', 'Level'],
  }),
];
