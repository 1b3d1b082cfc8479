// Certificates: an authority of this desk's own, which vouches for the names and addresses that the desk is reached by; or one that the operator has.
import 'reflect-metadata';
import { createHash, type KeyObject, X509Certificate, createPrivateKey, webcrypto } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { join } from 'node:path';
import {
  AuthorityKeyIdentifierExtension,
  BasicConstraintsExtension,
  cryptoProvider,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  X509Certificate as Certificate,
  X509CertificateGenerator,
} from '@peculiar/x509';
import { StartError } from '../shell/start-error.ts';

cryptoProvider.set(webcrypto as never); // Node's own, under the browser's name
const algorithm = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;
const day = 86_400_000;
/** How long each holds, and from when on it is made anew before its end. Telephones refuse certificates of more than 398 days (from memory). */
const authorityHolds = 3650 * day;
const holds = 397 * day;
const renewed = 30 * day;

export type Pair = { readonly cert: string; readonly key: string };
export type Tls = Pair & {
  /** The own authority's certificate (PEM); null where another one vouches. */
  readonly authority: string | null;
  readonly until: number;
};

const serial = (): string => Buffer.from(webcrypto.getRandomValues(new Uint8Array(15))).toString('hex');
const pemOf = async (key: webcrypto.CryptoKey): Promise<string> =>
  PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');
const keyPair = (): Promise<webcrypto.CryptoKeyPair> => webcrypto.subtle.generateKey(algorithm, true, ['sign', 'verify']);
const write = (folder: string, name: string, text: string): void => {
  const draft = join(folder, `${name}.new`);
  writeFileSync(draft, text, { mode: 0o600 });
  renameSync(draft, join(folder, name));
};
const readPair = (folder: string, name: string): Pair | null => {
  const [cert, key] = [join(folder, `${name}.pem`), join(folder, `${name}.key`)];
  return existsSync(cert) && existsSync(key) ? { cert: readFileSync(cert, 'utf8'), key: readFileSync(key, 'utf8') } : null;
};
const keep = (folder: string, name: string, pair: Pair): Pair => {
  write(folder, `${name}.key`, pair.key);
  write(folder, `${name}.pem`, pair.cert);
  return pair;
};
const untilOf = (cert: string): number => Date.parse(new X509Certificate(cert).validTo);

const makeAuthority = async (now: number): Promise<Pair> => {
  const keys = await keyPair();
  const made = await X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: 'CN=Green Lamp desk, O=of this desk alone',
    notBefore: new Date(now - day),
    notAfter: new Date(now + authorityHolds),
    signingAlgorithm: algorithm,
    keys,
    extensions: [
      new BasicConstraintsExtension(true, 0, true),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  return { cert: made.toString('pem'), key: await pemOf(keys.privateKey) };
};

const makeCertificate = async (by: Pair, names: readonly string[], now: number): Promise<Pair> => {
  const keys = await keyPair();
  const authority = new Certificate(by.cert);
  const signingKey = await webcrypto.subtle.importKey('pkcs8', PemConverter.decodeFirst(by.key), algorithm, false, ['sign']);
  const made = await X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: `CN=${names[0] ?? 'localhost'}`,
    issuer: authority.subject,
    notBefore: new Date(now - day),
    notAfter: new Date(now + holds),
    signingAlgorithm: algorithm,
    publicKey: keys.publicKey,
    signingKey,
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
      await AuthorityKeyIdentifierExtension.create(authority.publicKey),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
      new SubjectAlternativeNameExtension(
        names.map((name) => ({ type: isIP(name) === 0 ? ('dns' as const) : ('ip' as const), value: name })),
      ),
    ],
  });
  return { cert: `${made.toString('pem')}\n${by.cert}`, key: await pemOf(keys.privateKey) };
};

/** An IPv6 address in its short form, as it is typed; any other name in lower case. */
const plainName = (name: string): string => (isIP(name) === 6 ? new URL(`http://[${name}]`).hostname.slice(1, -1) : name.toLowerCase());
/** The names and addresses that a certificate holds for. */
export const namesIn = (cert: string): string[] =>
  (new X509Certificate(cert).subjectAltName ?? '').split(', ').flatMap((one) => {
    const [, name] = /^(?:DNS|IP Address):(.+)$/.exec(one) ?? [];
    return name === undefined ? [] : [plainName(name)];
  });

/** By an authority of one's own, kept beside the keys: made where there is none, and the desk's certificate anew where its end is near or it is reached by another name. */
export const ownTls = async (keysFolder: string, names: readonly string[], now: number): Promise<Tls> => {
  const folder = join(keysFolder, 'tls');
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const there = readPair(folder, 'authority');
    const authority = there !== null && untilOf(there.cert) - now > holds ? there : keep(folder, 'authority', await makeAuthority(now));
    const was = readPair(folder, 'desk');
    const good =
      was !== null &&
      untilOf(was.cert) - now > renewed &&
      new X509Certificate(was.cert).verify(new X509Certificate(authority.cert).publicKey) &&
      names.every((name) => namesIn(was.cert).includes(plainName(name)));
    const desk = good ? was : keep(folder, 'desk', await makeCertificate(authority, names, now));
    return { ...desk, authority: authority.cert, until: untilOf(desk.cert) };
  } catch (error) {
    throw new StartError(
      `The certificates in ${folder} can’t be read or made (${error instanceof Error ? error.message : String(error)}). Put back a good copy, or move the folder away: it is made anew, and telephones have to be told of the new authority.`,
    );
  }
};

const belongs = (cert: string, key: KeyObject): boolean => new X509Certificate(cert).checkPrivateKey(key);
/** A certificate and key that the operator has. */
export const givenTls = (certFile: string, keyFile: string, now: number): Tls => {
  const wrong = (why: string): never => {
    throw new StartError(
      `The certificate ${certFile} with the key ${keyFile} can’t be used: ${why}. See GREENLAMP_TLS_CERT and GREENLAMP_TLS_KEY.`,
    );
  };
  try {
    const pair = { cert: readFileSync(certFile, 'utf8'), key: readFileSync(keyFile, 'utf8') };
    if (!belongs(pair.cert, createPrivateKey(pair.key))) wrong('they do not belong together');
    const until = untilOf(pair.cert);
    if (until < now) wrong('it has run out');
    return { ...pair, authority: null, until };
  } catch (error) {
    if (error instanceof StartError) throw error;
    return wrong(error instanceof Error ? error.message : String(error));
  }
};

/** SHA-256 of a certificate as telephones show it. */
export const fingerprint = (cert: string): string =>
  createHash('sha256').update(new X509Certificate(cert).raw).digest('hex').toUpperCase().match(/../g)?.join(':') ?? '';
