// The zone of a station's site, by its sheet.
import { type State, wanted } from '@green-lamp/core/journal';
import { settingKey } from '@green-lamp/core/name';

export const siteZone = (state: State): string => {
  const zone = wanted(state, settingKey('site', null, 'zone'));
  return typeof zone === 'string' && zone !== '' ? zone : 'UTC';
};
