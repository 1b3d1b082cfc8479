// The carriers of Varrow Dale, by name. All of it is made up.
export const carrierNames = ['Fellwave', 'Tarnlink', 'Moorcell'] as const;
export type CarrierName = (typeof carrierNames)[number];
export const isCarrierName = (value: unknown): value is CarrierName => carrierNames.some((name) => name === value);
