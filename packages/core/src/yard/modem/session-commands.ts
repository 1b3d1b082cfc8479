// Commands about contexts, attachment and sleep (3GPP TS 27.007 clauses 8.2, 7.38, 10.1).
import { type Command, type Commands, error, fails, oneOf, says, takes, withOpenCard } from './command.ts';
import { type Context, contextTypes, isRegistered, sessionOf, type Told, type VirtualModem } from './modem.ts';
import { restart, seek } from './radio.ts';

const mostContexts = 4;
const cidOf = (given: string | undefined): number | null => oneOf([1, 2, 3, 4], given);
const tell = (modem: VirtualModem, told: Partial<Told>): VirtualModem => ({ ...modem, told: { ...modem.told, ...told } });
const withContext = (modem: VirtualModem, context: Context): VirtualModem =>
  tell(modem, { contexts: [...modem.told.contexts.filter(({ cid }) => cid !== context.cid), context].sort((a, b) => a.cid - b.cid) });

const cgdcont: Command = (modem, { how, with: [given, type = 'IP', apn = ''] }) => {
  if (how === 'may') return says(modem, ...contextTypes.map((one) => `+CGDCONT: (1-${mostContexts}),"${one}",,,(0),(0)`));
  if (how === 'ask') return says(modem, ...modem.told.contexts.map((one) => `+CGDCONT: ${one.cid},"${one.type}","${one.apn}","",0,0`));
  const cid = cidOf(given);
  const known = contextTypes.find((one) => one === type.toUpperCase());
  if (how !== 'set' || cid === null || known === undefined) return fails(modem, 50);
  // What is defined now is used when the context is opened the next time: one that is open keeps what it has.
  const was = modem.told.contexts.find((one) => one.cid === cid);
  return says(withContext(modem, { cid, type: known, apn, user: was?.user ?? '', word: was?.word ?? '' }));
};
const cgauth: Command = (modem, { how, with: [given, protocol, user = '', word = ''] }) => {
  if (how === 'may') return says(modem, `+CGAUTH: (1-${mostContexts}),(0-2),64,64`);
  if (how === 'ask')
    return says(modem, ...modem.told.contexts.filter(({ user: of }) => of !== '').map((one) => `+CGAUTH: ${one.cid},2,"${one.user}"`));
  const cid = cidOf(given);
  const was = modem.told.contexts.find((one) => one.cid === cid);
  if (how !== 'set' || was === undefined || oneOf([0, 1, 2], protocol) === null) return fails(modem, 50);
  return says(withContext(modem, protocol === '0' ? { ...was, user: '', word: '' } : { ...was, user, word }));
};
const cgact: Command = (modem, { how, with: [state, given] }) => {
  if (how === 'may') return says(modem, '+CGACT: (0,1)');
  if (how === 'ask')
    return says(modem, ...modem.told.contexts.map(({ cid }) => `+CGACT: ${cid},${sessionOf(modem, cid) === null ? 0 : 1}`));
  const cid = cidOf(given ?? '1');
  if (how !== 'set' || cid === null || oneOf([0, 1], state) === null) return fails(modem, 50);
  if (state === '0') return says({ ...modem, sessions: modem.sessions.filter((one) => one.cid !== cid), opensAt: null });
  if (!isRegistered(modem)) return fails(modem, 30);
  if (!modem.told.contexts.some((one) => one.cid === cid)) return fails(modem, 50);
  return sessionOf(modem, cid) === null ? takes(modem, 'activate', { for: 700, with: [String(cid)] }) : says(modem);
};

/** An IPv6 address as sixteen numbers, which is how it comes unless +CGPIAF asks otherwise (TS 27.007 clause 10.1.41). */
const dotted = (address: string): string => {
  if (!address.includes(':')) return address;
  const [front = '', back = ''] = address.split('::');
  const groups = (text: string): string[] => text.split(':').filter((group) => group !== '');
  const [a, b] = [groups(front), groups(back)];
  const all = [...a, ...Array.from({ length: 8 - a.length - b.length }, () => '0'), ...b];
  return all.flatMap((group) => [parseInt(group, 16) >> 8, parseInt(group, 16) & 255]).join('.');
};
const cgpaddr: Command = (modem, { how, with: [given] }) => {
  if (how === 'may') return says(modem, `+CGPADDR: (${modem.told.contexts.map(({ cid }) => cid).join(',')})`);
  const of = given === undefined ? modem.told.contexts.map(({ cid }) => cid) : [cidOf(given)].flatMap((cid) => cid ?? []);
  return says(modem, ...of.map((cid) => `+CGPADDR: ${cid},"${dotted(sessionOf(modem, cid)?.address ?? '0.0.0.0')}"`));
};
const cgcontrdp: Command = (modem, { how, with: [given] }) => {
  if (how === 'may') return says(modem, `+CGCONTRDP: (${modem.sessions.map(({ cid }) => cid).join(',')})`);
  const of = modem.sessions.filter(({ cid }) => given === undefined || cid === cidOf(given));
  return says(
    modem,
    ...of.map(({ cid, apn, address }) => {
      const mask = address.includes(':') ? Array.from({ length: 16 }, (_, i) => (i < 8 ? 255 : 0)).join('.') : '255.255.255.252';
      return `+CGCONTRDP: ${cid},5,"${apn}","${dotted(address)}.${mask}","","192.0.2.53"`;
    }),
  );
};

const cgatt: Command = (modem, { how, with: [state] }) => {
  if (how === 'may') return says(modem, '+CGATT: (0,1)');
  if (how === 'ask') return says(modem, `+CGATT: ${isRegistered(modem) && modem.attached ? 1 : 0}`);
  if (how !== 'set' || oneOf([0, 1], state) === null) return fails(modem, 50);
  return takes(modem, 'attach', { for: state === '1' ? 3000 : 900, with: [state ?? ''] });
};
const cfun: Command = (modem, { how, with: [level, reset] }, at) => {
  if (how === 'may') return says(modem, '+CFUN: (0,1,4),(0,1)');
  if (how === 'ask') return says(modem, `+CFUN: ${modem.function}`);
  const to = oneOf([0, 1, 4], level);
  if (how !== 'set' || to === null) return fails(modem, 50);
  if (reset === '1') return says(restart(modem, at));
  return says(to === modem.function ? modem : seek({ ...modem, function: to }, at));
};
const cpsms: Command = (modem, { how, with: [mode] }) => {
  if (how === 'may') return says(modem, '+CPSMS: (0-2)');
  if (how === 'ask') return says(modem, `+CPSMS: ${modem.told.sleeps ? 1 : 0}`);
  return oneOf([0, 1, 2], mode) === null ? fails(modem, 50) : says(tell(modem, { sleeps: mode === '1' }));
};
/** The address format of +CGPADDR and its like is always dotted here. */
const cgpiaf: Command = (modem, { how, with: [format] }) =>
  how === 'ask' ? says(modem, '+CGPIAF: 0,0,0,0') : how === 'set' && format !== '0' ? error(modem) : says(modem);

export const sessionCommands: Commands = {
  '+CGDCONT': cgdcont,
  '+CGAUTH': cgauth,
  '+CGACT': withOpenCard(cgact),
  '+CGPADDR': cgpaddr,
  '+CGPIAF': cgpiaf,
  '+CGCONTRDP': cgcontrdp,
  '+CGATT': withOpenCard(cgatt),
  '+CFUN': cfun,
  '+CPSMS': cpsms,
};
