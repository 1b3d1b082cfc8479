// The usual cautions, each shown at its step. Local rules and licensed practice decide; nothing here says that something is safe.

export const cautions = {
  volts: 'Mains, high-voltage battery or any open live part: only a person licensed for it opens this. Isolate, lock off, prove dead.',
  battery: 'Battery: fuse at the battery, mind the polarity, no metal on hands. Lithium: no charging below 0 °C; swollen or hot, leave it.',
  output: 'An output may start a machine by itself: after power-up, by logic, by a remote command. Isolate, lock off, tell people.',
  mast: 'Mast, roof, ladder, water: not alone, with fall protection, clear of power lines by more than mast plus aerial, not in thunder or wind.',
  aerial: 'Never open the aerial line of a live transmitter: power down first.',
  leads: 'DC leads, PoE and RJ45 that is not Ethernet: polarity, fuse, label before plugging.',
  bond: 'Aerial outdoors: bonding and surge protection by local code.',
  alone: 'Alone out there: who knows where you are, and by when do you ring?',
  event: 'Test events: desk on test, siren and local people told, before you make one.',
} as const;
export type Caution = keyof typeof cautions;
export const isCaution = (value: unknown): value is Caution => typeof value === 'string' && Object.hasOwn(cautions, value);

/** What holds a step with a caution until it is said: a person by name, or a thing that was done. Cautions without one hold nothing. */
export const cautionGates: { readonly [C in Caution]?: { readonly is: 'name' | 'tick'; readonly asks: string } } = {
  volts: { is: 'name', asks: 'Who is licensed for it and opens it' },
  output: { is: 'tick', asks: 'Isolated, locked off, people told' },
  mast: { is: 'name', asks: 'Who is with you' },
  alone: { is: 'name', asks: 'Who knows, and by when you ring' },
  event: { is: 'name', asks: 'Who at the desk has put the account on test' },
};
export const localRules = 'Local rules and licensed practice decide.';
