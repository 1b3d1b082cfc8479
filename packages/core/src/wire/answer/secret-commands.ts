// Commands that carry a secret: those of V.250 and TS 27.007 by their arguments, makers' by name or by the shape of their arguments.
import { isSecretKey, isSecretValue } from './secret-words.ts';

/** Arguments that hold a secret, by command as it is set (3GPP TS 27.007, from memory; the numbers count from 0). */
const standard: { readonly [command: string]: (args: readonly string[]) => (at: number) => boolean } = {
  CPIN: () => () => true,
  CPIN2: () => () => true,
  CLCK: () => (at) => at === 2,
  CPWD: () => (at) => at >= 1,
  CGAUTH: () => (at) => at >= 3,
  CPBS: () => (at) => at >= 1,
  CACM: () => () => true,
  CAMM: () => (at) => at >= 1,
  CPUC: () => (at) => at >= 2,
  /** An APDU that verifies, changes, disables, enables or unblocks a PIN (ETSI TS 102 221, instructions 20 to 2C) carries it. */
  CSIM: (args) => (at) => at === 1 && /^"?[\dA-F]{2}2[0468C]/i.test(args[1]?.trim() ?? ''),
};
/** Commands of the standards whose arguments are texts and no secrets. */
const open = new Set(
  (
    'CGDCONT CGDSCONT COPS CPOL CSCA CPBW CPBF CPBR CMGS CMGW CMGL CMGR CMGD CSCS CPMS CGPADDR CREG CGREG CEREG C5GREG CGCONTRDP CGSCONTRDP CCLK CUSD CNUM CLIP CGSN CCFC CLCC CRSM CRLA COLP ' +
    'CPLS CGTFT CMT CMTI CBM CDS CIND CMER CPSMS CEDRXS CEDRXRDP CTZE CTZV CIEV CSQ CESQ CPINR CGMI CGMM CGMR CMEE CEER CGEREP CGACT CGATT CFUN CPAS CIMI CSMS CSMP CSDH CNMI CEXTRA'
  ).split(' '),
);
const names = /PASS|PWD|PSW|AUTH|PIN|PUK|PSK|KEY|SECRET|TOKEN|CRED|LOGIN/;
/** Quoted words that are settings and no secrets: kinds of bearer, addresses, names of hosts. */
const plain = /^"(?:|TCP|UDP|TLS|SSL|IP|IPV6|IPV4V6|PPP|GPRS|[\d.:]+|[a-z\d-]+(?:\.[a-z\d-]+)+)"$/;

/** Arguments at commas outside of quotes, whole. */
const argsOf = (text: string): string[] => {
  const args = [''];
  let quoted = false;
  for (const char of text) {
    if (char === '"') quoted = !quoted;
    if (char === ',' && !quoted) args.push('');
    else args[args.length - 1] = `${args.at(-1) ?? ''}${char}`;
  }
  return args;
};
const isQuoted = (arg: string | undefined): boolean => arg !== undefined && /^\s*"/.test(arg);

/** Which arguments of a maker's command are secret by shape: APN, user and word in a row; two words behind two numbers; a name and its value. */
const byShape = (args: readonly string[], set: boolean): ((at: number) => boolean) => {
  const named = args.findIndex((arg) => isQuoted(arg) && isSecretKey(arg));
  if (named !== -1 && set) return (at) => at > named;
  const run = args.map((_, at) => {
    let from = at;
    while (from > 0 && isQuoted(args[from - 1])) from--;
    return isQuoted(args[at]) ? { at: at - from, from } : null;
  });
  if (!set && (isQuoted(args[0]) || args.filter(isQuoted).length !== 3)) return () => false;
  return (at) => {
    const here = run[at];
    if (here == null || plain.test(args[at]?.trim() ?? '')) return false;
    return here.at >= 2 || (set && here.from >= 2 && (here.at === 1 || (isQuoted(args[at + 1]) && !isQuoted(args[at + 2]))));
  };
};

const secretArgs = (
  command: string,
  sign: string,
  set: boolean,
  args: readonly string[],
  also: readonly string[],
): ((at: number) => boolean) => {
  if (also.includes(`${sign}${command}`)) return () => true;
  const known = sign === '+' && Object.hasOwn(standard, command) ? standard[command] : undefined;
  // a colon typed for the equals sign: an answer of the card never has the digits
  if (known !== undefined)
    return set || command === 'CGAUTH' || (command.startsWith('CPIN') && /^\s*"?\d{4,8}/.test(args[0] ?? '')) ? known(args) : () => false;
  if (names.test(command)) return (at) => !/^\s*(?:\d{0,2}|"\d?"|"[A-Z\d]{2,5}")\s*$/.test(args[at] ?? '');
  return args.length > 60 ? () => true : byShape(args, set);
};

/** Head of an extended command or its answer. Its arguments run to a semicolon outside of quotes, or to the line's end. */
const head = /([+^#%*$!&])\s{0,3}([A-Za-z][A-Za-z\d]{1,15})\s{0,3}([=:])(?![?=])/g;
const endOf = (line: string, from: number): number => {
  let quoted = false;
  for (let i = from; i < line.length; i++) {
    if (line[i] === '"') quoted = !quoted;
    else if (line[i] === ';' && !quoted) return i;
  }
  return line.length;
};

/** A line with the secret arguments of its commands masked. `also`: commands, sign and name, all of whose arguments are secret. */
export const maskCommands = (line: string, by: string, also: readonly string[]): string => {
  let out = '';
  let done = 0;
  head.lastIndex = 0;
  for (let found = head.exec(line); found !== null; found = head.exec(line)) {
    const [whole, sign = '', name = '', is = ''] = found;
    if (sign === '+' && open.has(name.toUpperCase()) && !also.includes(`+${name.toUpperCase()}`)) continue;
    const from = found.index + whole.length;
    const to = endOf(line, from);
    const args = argsOf(line.slice(from, to));
    const secret = secretArgs(name.toUpperCase(), sign, is === '=', args, also);
    const masked = args.map((arg, at) => {
      if (!secret(at) || arg.includes(by) || !isSecretValue(arg, 'any') || /^\s*\?/.test(arg)) return arg;
      const lead = /^\s*/.exec(arg)?.[0] ?? '';
      return isQuoted(arg) ? `${lead}"${by}"` : `${lead}${by}`;
    });
    out += line.slice(done, from) + masked.join(',');
    done = to;
    head.lastIndex = to;
  }
  return (out + line.slice(done)).replace(/(\*\*0[45]2?\*)[\d*]{4,80}#/g, `$1${by}#`);
};
