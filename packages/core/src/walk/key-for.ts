// Which setting of a sheet a definition means for a device's menu: of what is there once, or of the first element of its group.
import { isGroup, type SettingKey, settingKey } from '../name/index.ts';
import { definition, type SheetView } from '../sheet/index.ts';

export const keyFor = (view: SheetView, name: string): SettingKey | null => {
  const of = definition(name);
  if (of === null) return null;
  const param = name.slice(of.holder.length + 1);
  if (!isGroup(of.holder)) return settingKey(of.holder, null, param);
  const element = view.elements.find(({ group }) => group === of.holder);
  return element === undefined ? null : settingKey(of.holder, element.id, param);
};
