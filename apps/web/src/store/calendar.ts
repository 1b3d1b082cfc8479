// A list of days as a calendar file (RFC 5545), by a library that is only loaded for it.
export type DueDay = { readonly id: string; readonly day: string; readonly what: string; readonly why: string };

const partsOf = (day: string): [number, number, number] => {
  const [year = 1970, month = 1, date = 1] = day.split('-').map(Number);
  return [year, month, date];
};

/** All-day events, each with a warning a week before; the same list gives the same identifiers, so that a newer file replaces an older one. */
export const calendarText = async (days: readonly DueDay[]): Promise<string> => {
  const { createEvents } = await import('ics');
  const { error, value } = createEvents(
    days.map(({ id, day, what, why }) => ({
      uid: id,
      productId: 'green-lamp',
      start: partsOf(day),
      duration: { days: 1 },
      title: what,
      description: why,
      busyStatus: 'FREE' as const,
      alarms: [{ action: 'display' as const, description: what, trigger: { days: 7, before: true } }],
    })),
  );
  if (value == null) throw error instanceof Error ? error : new Error('The calendar could not be made.');
  return value;
};
