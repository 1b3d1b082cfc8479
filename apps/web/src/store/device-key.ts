// This device's own key (W3C Web Authentication): made behind its finger, face or code, and asked to sign instead of a password.
import { browserSupportsWebAuthn, startAuthentication, startRegistration, WebAuthnError } from '@simplewebauthn/browser';
import { askKey, askNewKey, makeKey } from '@green-lamp/core/api';
import { ask } from './api.ts';
import { deviceName, signInBySigned } from './session.ts';

/** Why this page can't use a key; null where it can. */
export const whyNoKey = (): string | null => {
  if (!window.isSecureContext) return 'This address is no secure context: a device’s key needs https.';
  if (/^(?:\d+\.){3}\d+$|:/.test(location.hostname))
    return `A device makes keys for a name alone, and this page was opened by the bare address ${location.hostname}: open it by the desk’s name.`;
  return browserSupportsWebAuthn() ? null : 'This browser has no keys.';
};

/** What the browser refused, as a person is told it. */
const inWords = (error: unknown): unknown => {
  if (error instanceof WebAuthnError && error.code === 'ERROR_AUTHENTICATOR_PREVIOUSLY_REGISTERED')
    return new Error('This device has a key already.');
  if (error instanceof Error && error.name === 'NotAllowedError')
    return new Error('The device gave no key: it was put away, took too long, or has none for this desk.');
  return error;
};
type Options<F extends (of: { optionsJSON: never }) => unknown> = Parameters<F>[0]['optionsJSON'];

export const keepKeyHere = async (): Promise<void> => {
  const { id, options } = await ask(askNewKey);
  try {
    const made = await startRegistration({ optionsJSON: JSON.parse(options) as Options<typeof startRegistration> }); // the desk's own library wrote it for this one
    await ask(makeKey, { body: { id, response: JSON.stringify(made), device: deviceName() } });
  } catch (error) {
    throw inWords(error);
  }
};
export const signInByThisDevice = async (): Promise<void> => {
  const { id, options } = await ask(askKey);
  try {
    const signed = await startAuthentication({ optionsJSON: JSON.parse(options) as Options<typeof startAuthentication> }); // as above
    await signInBySigned(id, JSON.stringify(signed));
  } catch (error) {
    throw inWords(error);
  }
};
