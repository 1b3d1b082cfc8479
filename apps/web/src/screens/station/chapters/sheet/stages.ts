// How far a setting can get on the device that holds it: some devices skip stages.
import type { Stage } from '@green-lamp/core/name';
import { type Parameter, stagesOn } from '@green-lamp/core/sheet';
import type { Station } from '../../../../store/use-station.ts';

/** The stages of a setting by the adopted profile of its device's role. */
export const stagesOf = ({ rules }: Station, of: Parameter): readonly Stage[] =>
  stagesOn(rules.profiles.find(({ role }) => role === of.enteredOn));
