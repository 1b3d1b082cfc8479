// Shows a secret to the person who asks. The reveal is an entry, and the answer comes sealed to a key of this moment.
import { isUlid, type SettingKey, type Stream, sure } from '@green-lamp/core/name';
import { textOf, write } from '@green-lamp/core/journal';
import { revealSecret } from '@green-lamp/core/api';
import { openSealed, publicKeyOf } from '@green-lamp/core/wire';
import { ask } from './api.ts';
import { currentSkew, deviceId, deviceNow, newId } from './device.ts';
import { useLive } from './live.ts';
import { pullSoon } from './pull.ts';

export const reveal = async (stream: Stream, key: SettingKey, ref: string, since: number): Promise<string> => {
  const { person } = useLive.getState();
  if (person === null) throw new Error('Say first who you are.');
  const pen = { id: newId(), at: deviceNow(), skew: currentSkew(), since, who: { person, device: deviceId() } };
  const entry = textOf(write(pen, stream, 'secret.revealed', { ref: sure(isUlid, ref), key }));
  const passing = crypto.getRandomValues(new Uint8Array(32));
  const { sealed } = await ask(revealSecret, { body: { entry, to: publicKeyOf(passing) } });
  pullSoon();
  const plain = openSealed(passing, `${stream} ${ref}`, sealed);
  if (plain === null) throw new Error('The answer could not be opened. Ask again.');
  return plain;
};
