// Commands about the card (3GPP TS 27.007 clauses 5, 7.4, 8.3, 8.18, 8.65): its numbers, its PIN and PUK, the lock.
import { type Command, type Commands, error, fails, oneOf, says, withOpenCard, withSomeCard } from './command.ts';
import { type Card, cardIn, type VirtualModem, withCard } from './modem.ts';
import { seek } from './radio.ts';
import type { Instant } from '../../quantity/index.ts';

const opened = (modem: VirtualModem, card: Partial<Card>, at: Instant): VirtualModem =>
  seek(
    withCard({ ...modem, seen: { is: 'ready' } }, (was) => ({ ...was, ...card })),
    at,
  );
/** A wrong PIN spends a try; the third shuts the card until its PUK comes. */
const wrongPin = (modem: VirtualModem, card: Card): ReturnType<Command> => {
  const pinTries = card.pinTries - 1;
  const spent = withCard(modem, (was) => ({ ...was, pinTries }));
  return pinTries <= 0 ? fails({ ...spent, seen: { is: 'PUK' } }, 12) : fails(spent, 16);
};

const cpin: Command = (modem, { how, with: given }, at) => {
  const card = cardIn(modem);
  const seen = modem.seen.is;
  if (seen === 'waiting') return fails(modem, 14);
  if (card === null || seen === 'absent') return fails(modem, 10);
  if (seen === 'failed') return fails(modem, 13);
  if (how === 'may') return says(modem);
  if (how === 'ask') return says(modem, `+CPIN: ${{ ready: 'READY', PIN: 'SIM PIN', PUK: 'SIM PUK' }[seen]}`);
  if (how !== 'set' || seen === 'ready') return fails(modem, 3);
  const [first = '', fresh] = given;
  if (seen === 'PUK') {
    if (fresh !== undefined && /^\d{4,8}$/.test(fresh) && first === card.puk)
      return says(opened(modem, { pin: fresh, pinTries: 3, pukTries: 10 }, at));
    const pukTries = card.pukTries - 1;
    const spent = withCard(modem, (was) => ({ ...was, pukTries }));
    return pukTries <= 0 ? fails({ ...spent, seen: { is: 'failed' } }, 13) : fails(spent, 16);
  }
  return first === card.pin ? says(opened(modem, { pinTries: 3 }, at)) : wrongPin(modem, card);
};

const lock: Command = (modem, { how, with: [facility, mode, word = ''] }) => {
  if (how === 'may') return says(modem, '+CLCK: ("SC")');
  const card = cardIn(modem);
  if (how !== 'set' || facility !== 'SC' || card === null) return fails(modem, facility === undefined ? 50 : 4);
  if (mode === '2') return says(modem, `+CLCK: ${card.pin === null ? 0 : 1}`);
  if (oneOf([0, 1], mode) === null) return fails(modem, 50);
  // A card without a PIN in force still has one: it was never asked for.
  const right = card.pin ?? '2468';
  if (word !== right) return wrongPin(modem, card);
  return says(withCard(modem, (was) => ({ ...was, pin: mode === '1' ? right : null, pinTries: 3 })));
};
const password: Command = (modem, { how, with: [facility, old = '', fresh = ''] }) => {
  if (how === 'may') return says(modem, '+CPWD: ("SC",8)');
  const card = cardIn(modem);
  if (how !== 'set' || facility !== 'SC' || card === null || !/^\d{4,8}$/.test(fresh)) return fails(modem, 50);
  if (card.pin === null) return fails(modem, 3);
  return old === card.pin ? says(withCard(modem, (was) => ({ ...was, pin: fresh, pinTries: 3 }))) : wrongPin(modem, card);
};

const number = withSomeCard((modem) => says(modem, `+CCID: ${cardIn(modem)?.iccid ?? ''}`));

export const cardCommands: Commands = {
  '+CPIN': cpin,
  '+CPINR': withSomeCard((modem) => {
    const card = cardIn(modem);
    return says(modem, `+CPINR: SIM PIN,${card?.pinTries ?? 0},3`, `+CPINR: SIM PUK,${card?.pukTries ?? 0},10`);
  }),
  '+CLCK': withSomeCard(lock),
  '+CPWD': withSomeCard(password),
  '+CCID': number,
  '+ICCID': number,
  '+CIMI': withOpenCard((modem, { how }) =>
    how === 'run' ? says(modem, cardIn(modem)?.imsi ?? '') : how === 'may' ? says(modem) : error(modem),
  ),
  '+CNUM': withOpenCard((modem, _, __, around) => {
    const own = around.subscription(cardIn(modem)?.iccid ?? '')?.number ?? '';
    return own === '' ? says(modem) : says(modem, `+CNUM: "","${own}",145`);
  }),
};
