// What somebody may do here. A role is given by a lead; each holds all that stands before it but for the desk's, which works apart from stations.

export const roles = ['reader', 'desk', 'technician', 'lead'] as const;
export type Role = (typeof roles)[number];
export const isRole = (value: unknown): value is Role => roles.some((role) => role === value);

export const roleWords: { readonly [R in Role]: string } = {
  reader: 'reads',
  desk: 'works at the desk',
  technician: 'works at stations',
  lead: 'leads',
};
