// Who has to act next.
export const whoNextNames = ['you', 'desk', 'IT', 'the clock'] as const;
export type WhoNext = (typeof whoNextNames)[number];
