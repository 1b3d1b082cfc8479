// Commands about contexts, attachment and sleep (3GPP TS 27.007 clauses 7.38 to 7.41, 8.2, 10.1).
import { type Command, type Commands, fails, oneOf, says, takes, withOpenCard, withReport } from './command.ts';
import { type Context, contextTypes, isRegistered, mostContexts, sessionOf, type Told, usualTold, type VirtualModem } from './modem.ts';
import { restart, seek } from './radio.ts';

const cidOf = (given: string | undefined): number | null => oneOf([1, 2, 3, 4], given);
const tell = (modem: VirtualModem, told: Partial<Told>): VirtualModem => ({ ...modem, told: { ...modem.told, ...told } });
const withContext = (modem: VirtualModem, context: Context): VirtualModem =>
  tell(modem, { contexts: [...modem.told.contexts.filter(({ cid }) => cid !== context.cid), context].sort((a, b) => a.cid - b.cid) });

const cgdcont: Command = (modem, { how, with: all }) => {
  const [given, type = 'IP', apn = ''] = all;
  if (how === 'may') return says(modem, ...contextTypes.map((one) => `+CGDCONT: (1-${mostContexts}),"${one}",,,(0),(0)`));
  if (how === 'ask') return says(modem, ...modem.told.contexts.map((one) => `+CGDCONT: ${one.cid},"${one.type}","${one.apn}","",0,0`));
  const cid = cidOf(given);
  const known = contextTypes.find((one) => one === type.toUpperCase());
  if (how !== 'set' || cid === null || known === undefined) return fails(modem, 50);
  // Its number alone takes it off; one that is open can't be.
  if (all.length === 1)
    return sessionOf(modem, cid) === null
      ? says(tell(modem, { contexts: modem.told.contexts.filter((one) => one.cid !== cid) }))
      : fails(modem, 3);
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
  if (how !== 'set' || was === undefined || oneOf([0, 1, 2], protocol ?? '0') === null) return fails(modem, 50);
  return says(withContext(modem, (protocol ?? '0') === '0' ? { ...was, user: '', word: '' } : { ...was, user, word }));
};
const cgact: Command = (modem, { how, with: [state, ...named] }) => {
  if (how === 'may') return says(modem, '+CGACT: (0,1)');
  if (how === 'ask')
    return says(modem, ...modem.told.contexts.map(({ cid }) => `+CGACT: ${cid},${sessionOf(modem, cid) === null ? 0 : 1}`));
  const defined = modem.told.contexts.map(({ cid }) => cid);
  // Without a context named it is about them all.
  const cids = named.length === 0 ? defined : named.map(cidOf).filter((cid) => cid !== null);
  if (how !== 'set' || cids.length < named.length || oneOf([0, 1], state) === null || cids.some((cid) => !defined.includes(cid)))
    return fails(modem, 50);
  if (state === '0') return says({ ...modem, sessions: modem.sessions.filter(({ cid }) => !cids.includes(cid)), opensAt: null });
  if (!isRegistered(modem)) return fails(modem, 30);
  const shut = cids.filter((cid) => sessionOf(modem, cid) === null);
  return shut.length === 0 ? says(modem) : takes(modem, 'activate', { for: 700 * shut.length, with: shut.map(String) });
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
const bits = (count: number, given: string): boolean => given.length === count && /^[01]*$/.test(given);
/** Sleep between two updates: its mode, the period and the time awake as eight bits each; 2 sets it back. */
const cpsms: Command = (modem, { how, with: [mode = '', , , tau = '', active = ''] }) => {
  const { psm, sleeps } = modem.told;
  if (how === 'may') return says(modem, '+CPSMS: (0-2),,,("00000000"-"11111111"),("00000000"-"11111111")');
  if (how === 'ask') return says(modem, `+CPSMS: ${sleeps ? 1 : 0},,,"${psm.tau}","${psm.active}"`);
  if (how !== 'set' || oneOf([0, 1, 2], mode) === null) return fails(modem, 50);
  if (mode === '2') return says(tell(modem, { sleeps: false, psm: usualTold('').psm }));
  if ([tau, active].some((one) => one !== '' && !bits(8, one))) return fails(modem, 50);
  return says(tell(modem, { sleeps: mode === '1', psm: { tau: tau === '' ? psm.tau : tau, active: active === '' ? psm.active : active } }));
};
const cedrxs: Command = (modem, { how, with: [mode = '', technology = '', value = ''] }) => {
  const { edrx } = modem.told;
  if (how === 'may') return says(modem, '+CEDRXS: (0-3),(4,5),("0000"-"1111")');
  if (how === 'ask') return says(modem, ...Object.entries(edrx.values).map(([of, bits_]) => `+CEDRXS: ${of},"${bits_}"`));
  const to = oneOf([0, 1, 2, 3], mode);
  if (how !== 'set' || to === null) return fails(modem, 50);
  if (to === 3) return says(tell(modem, { edrx: usualTold('').edrx }));
  if (technology === '') return value === '' ? says(tell(modem, { edrx: { ...edrx, mode: to } })) : fails(modem, 50);
  if (oneOf([4, 5], technology) === null || (value !== '' && !bits(4, value))) return fails(modem, 50);
  const values = { ...edrx.values, [technology]: value === '' ? '0010' : value };
  return says(tell(modem, { edrx: { mode: to, values: to === 0 ? {} : values } }));
};
/** What the network granted: what was asked for, with the paging window that it gives all. */
const cedrxrdp: Command = (modem, { how }) => {
  if (how === 'may') return says(modem);
  if (how !== 'run') return fails(modem, 50);
  const [first] = Object.entries(modem.told.edrx.values);
  return says(
    modem,
    first === undefined || modem.told.edrx.mode === 0 ? '+CEDRXRDP: 0' : `+CEDRXRDP: ${first[0]},"${first[1]}","${first[1]}","0011"`,
  );
};
/** Whether contexts are told as they open and close, without being asked. */
const cgerep: Command = (modem, { how, with: [mode = '', buffer = ''] }) => {
  const [now = 0, kept = 0] = [modem.lines.reports['CGEREP'], modem.lines.reports['CGEREP.buffer']];
  if (how === 'may') return says(modem, '+CGEREP: (0-2),(0,1)');
  if (how === 'ask') return says(modem, `+CGEREP: ${now},${kept}`);
  if (how === 'run') return says(withReport(modem, 'CGEREP', 0));
  if (oneOf([0, 1, 2], mode) === null || (buffer !== '' && oneOf([0, 1], buffer) === null)) return fails(modem, 50);
  return says(withReport(withReport(modem, 'CGEREP', Number(mode)), 'CGEREP.buffer', Number(buffer)));
};
/** Puts a context on line, as a dialled string does. */
const cgdata: Command = (modem, { how, with: [protocol = 'PPP', given = '1'] }) => {
  if (how === 'may') return says(modem, '+CGDATA: ("PPP")');
  const cid = cidOf(given);
  if (how === 'ask' || protocol.toUpperCase() !== 'PPP' || cid === null) return fails(modem, 50);
  if (!modem.told.contexts.some((one) => one.cid === cid) || !isRegistered(modem)) return fails(modem, 30);
  return takes(modem, 'dial', { for: 1200, abortable: true, with: [String(cid)] });
};
/** The address format of +CGPADDR and its like is always dotted here. */
const cgpiaf: Command = (modem, { how, with: [format] }) =>
  how === 'ask' ? says(modem, '+CGPIAF: 0,0,0,0') : how === 'set' && format !== '0' ? fails(modem, 50) : says(modem);

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
  '+CEDRXS': cedrxs,
  '+CEDRXRDP': cedrxrdp,
  '+CGEREP': cgerep,
  '+CGDATA': withOpenCard(cgdata),
};
