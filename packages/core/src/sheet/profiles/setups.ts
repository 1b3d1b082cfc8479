// How stations of more than one path are set up, so that nothing is lost on the way. The order is common practice, no source.
import type { SetupPlan, SetupStep } from '../setup.ts';

const one = (id: string, says: string, loses: string, more: Omit<SetupStep, 'id' | 'says' | 'loses'> = {}): SetupStep => ({
  id,
  says,
  loses,
  ...more,
});

const firstCalls = one(
  'first-calls',
  'See a call by the first path, with nothing behind it yet.',
  'What fails later could be either of two.',
  {
    of: 'first',
    seen: 'called',
  },
);
const standbyCalls = one(
  'standby-calls',
  'See a call by the standby before anything is cut: make it the first for a while, or switch the first one’s data off.',
  'A cut before that leaves a dark station, and nobody at the desk knows why.',
  { of: 'standby', seen: 'called' },
);
const probes = one(
  'probes',
  'Set how the first path is probed, how many may fail, and when it goes back.',
  'A line that is up and leads nowhere is never left.',
  {
    of: 'first',
    set: ['path.probe', 'path.probeEvery', 'path.probeMisses', 'path.holdDown'],
  },
);
const order = one(
  'order',
  'Give each path its place in the order, and see that none is off.',
  'A path that is off to save data is no standby.',
  {
    of: 'each',
    set: ['path.priority'],
  },
);
const save = one('save', 'Save, and restart once.', 'What was not saved is gone with the first cut of the supply.');
const ownSupplyOfStandby = one(
  'standby-supply',
  'Cut the standby’s own supply while the first path calls.',
  'One fuse for two: the day it goes, both are dark.',
  { of: 'standby', seen: 'supply cut', caution: 'leads' },
);
const ownCableOfStandby = one(
  'standby-cable',
  'Cut the standby’s own cable or radio while the first path calls.',
  'A cable in the wrong socket carries both, and nobody sees it.',
  { of: 'standby', seen: 'cable cut', caution: 'aerial' },
);
const ownSupplyOfFirst = one(
  'first-supply',
  'Cut the first path’s own supply: the standby calls, and the first comes back.',
  'A standby that lives on the first one’s supply dies with it.',
  { of: 'first', seen: 'supply cut', caution: 'leads' },
);
const ownCableOfFirst = one(
  'first-cable',
  'Cut the first path’s cable or radio: the standby calls, and the first comes back. It shows too that the standby is in again.',
  'A standby that was never used is a hope.',
  { of: 'first', seen: 'cable cut', caution: 'aerial' },
);
/** The standby first: that it is in again shows when the first is cut after it. */
const cutEach = [ownSupplyOfStandby, ownCableOfStandby, ownSupplyOfFirst, ownCableOfFirst];

export const pairSetup: SetupPlan = {
  is: 'pair of routers',
  steps: [
    one('files', 'Save the settings file of both routers.', 'A reset takes the old settings with it.'),
    one(
      'labels',
      'Note the helper’s serial number, and the firmware of both.',
      'Two levels of firmware do not find each other, and the label is out of reach later.',
      {
        of: 'standby',
        set: ['modem.serial', 'modem.firmware'],
      },
    ),
    firstCalls,
    one('level', 'Bring both to one firmware level, with no cable between them.', 'An update half-way through a pairing loses both.'),
    one(
      'reset',
      'Reset the helper, still alone: hold its button until all its indicators blink.',
      'With its old addresses there are two that give leases on one wire.',
    ),
    one(
      'lan',
      'Give the helper a LAN of its own, another than the main router’s.',
      'The same network at both ends has no route, and its page is out of reach.',
      {
        of: 'standby',
        set: ['modem.lan'],
      },
    ),
    one(
      'card',
      'Card and aerials of its own into the helper, power off.',
      'A card that goes in under power may be seen only after a restart; an aerial line is never opened at a live transmitter.',
      {
        of: 'standby',
        set: ['sim.apn'],
        caution: 'aerial',
      },
    ),
    one('power', 'Give the helper a supply and a fuse of its own.', 'One supply is one fault.', {
      of: 'standby',
      set: ['path.feed'],
      caution: 'leads',
    }),
    one('cable', 'Cable: the helper’s LAN into the main router’s WAN.', 'LAN to LAN: two that give leases, and a loop.', {
      of: 'standby',
      set: ['path.socket', 'path.socketFar'],
    }),
    one(
      'found',
      'Wait until the main router lists the helper’s serial number: usually three minutes, late at five.',
      'Whoever presses on meanwhile begins the waiting anew.',
    ),
    order,
    probes,
    one('save-both', 'Save on both, and restart once.', 'What was not saved is gone with the first cut of the supply.'),
    standbyCalls,
    ...cutEach,
  ],
};

export const rackSetup: SetupPlan = {
  is: 'rack of cards',
  steps: [
    one('file', 'Save the router’s settings file.', 'Its own card’s settings are overwritten by the rack’s.'),
    firstCalls,
    one(
      'cards',
      'Cards into the rack, power off; write down which slot each is in.',
      'A card in a slot that nobody wrote down is read by its number, on a ladder.',
      {
        of: 'standby',
        set: ['sim.iccid', 'sim.slot'],
        caution: 'leads',
      },
    ),
    one('pin', 'Each card’s own APN, PIN and roaming.', 'Each restart spends a try of the PIN; three lock the card.', {
      of: 'standby',
      set: ['sim.apn', 'sim.roaming'],
    }),
    one(
      'power',
      'Give the rack a supply of its own: a 12 V feed has no power over the network cable.',
      'Without it the cards are not there, and the router searches for ever.',
      {
        of: 'standby',
        set: ['path.feed'],
        caution: 'leads',
      },
    ),
    one('lent', 'Rack into the router’s LAN, and lend the card.', 'A rack of another network is not found.', {
      of: 'standby',
      set: ['sim.rack'],
    }),
    order,
    one('change', 'Set when the router changes cards.', 'It stays with a dead card, or changes at every dip.', {
      set: ['modem.changeOver'],
    }),
    probes,
    save,
    one('standby-card', 'Read the card in use while the lent one is.', 'A call by the other card looks the same at the desk.', {
      of: 'standby',
      seen: 'card',
    }),
    standbyCalls,
    ownSupplyOfStandby,
    ownCableOfStandby,
    one(
      'first-card',
      'Have the first card’s data suspended: the lent one calls, and the first comes back.',
      'A standby that was never used is a hope.',
      {
        of: 'first',
        seen: 'card cut',
      },
    ),
  ],
};

export const usbSetup: SetupPlan = {
  is: 'USB modem',
  steps: [
    one('file', 'Save the gateway’s settings file.', 'A restart with an unknown modem may come up without its first path.'),
    firstCalls,
    one(
      'card',
      'Card into the USB modem on a desk, its PIN off or known.',
      'In a socket at the back of a cabinet nobody reads its light.',
      {
        of: 'standby',
        set: ['sim.apn', 'sim.roaming'],
      },
    ),
    one(
      'lan',
      'See that its own network is not the gateway’s LAN.',
      'Many a USB modem is a small router: the same network twice has no route.',
      { set: ['modem.lan'] },
    ),
    one(
      'plug',
      'Power off, USB modem in, power on: most are looked for at the start alone.',
      'Plugged in under power it is not seen, and searched for in vain.',
      {
        caution: 'leads',
      },
    ),
    one(
      'power',
      'See what feeds it: the gateway’s own socket, or a hub with a supply.',
      'A weak socket lets it register and drops it when it transmits.',
      {
        of: 'standby',
        set: ['path.feed'],
      },
    ),
    one('on', 'Enable it as the standby, not as the first.', 'As the first it pays for everything by the byte.', {
      of: 'standby',
      set: ['path.on'],
    }),
    order,
    probes,
    save,
    standbyCalls,
    ...cutEach,
  ],
};

export const cradleSetup: SetupPlan = {
  is: 'cradle',
  steps: [
    one('login', 'Note the login, and where it is kept.', 'After a reset nobody gets in.'),
    one('file', 'Save its settings file.', 'Going back to the mode that it came with takes all others with it.'),
    one(
      'line',
      'The fixed line in first, alone, with nothing in the cradle.',
      'With both in, some use the mobile side and nobody sees it until the bill.',
    ),
    one(
      'mode',
      'Say where its internet comes from: the line first, not the mobile side only.',
      'Out of the box some use only the mobile side, with a line plugged in.',
      {
        of: 'first',
        set: ['path.mobileSource'],
      },
    ),
    firstCalls,
    one('card', 'Card into the dongle, dongle into the cradle, power off.', 'In under power it may be seen only after a restart.', {
      of: 'standby',
      set: ['sim.apn'],
      caution: 'aerial',
    }),
    order,
    probes,
    save,
    standbyCalls,
    ...cutEach,
  ],
};

export const twoCardsSetup: SetupPlan = {
  is: 'two cards on one radio',
  steps: [
    one('file', 'Save its settings file.', 'The second card’s page is like the first one’s: what is typed on the wrong one is gone.'),
    one('first-card', 'The first card alone: see its number, and a call by it.', 'What fails later could be either of two.', {
      of: 'first',
      seen: 'card',
    }),
    firstCalls,
    one('second', 'Second card in, power off; write down which slot it is in.', 'Turned, or in the other slot, it is never seen.', {
      of: 'standby',
      set: ['sim.iccid', 'sim.slot'],
      caution: 'leads',
    }),
    one('own', 'Its own APN, PIN and roaming, on its own page.', 'Each restart spends a try of the PIN; three lock the card.', {
      of: 'standby',
      set: ['sim.apn', 'sim.roaming'],
    }),
    one(
      'by-hand',
      'Change to the second card by hand, once, and wait for its registration.',
      'The change drops the session, and nobody waits for it afterwards.',
    ),
    one('second-card', 'Read the number of the card in use: the second.', 'A router that did not change looks the same at the desk.', {
      of: 'standby',
      seen: 'card',
    }),
    standbyCalls,
    one('back', 'Change back to the first card by hand.', 'It stays with the dear card.'),
    order,
    one('change', 'Only then set when it changes by itself.', 'Before both are proved it changes back and forth between two that fail.', {
      set: ['modem.changeOver'],
    }),
    probes,
    save,
    one(
      'cut',
      'Have the first card’s data suspended: the second calls, and the first comes back. One radio, one aerial, one supply: those are not proved.',
      'A standby that was never used is a hope.',
      {
        of: 'first',
        seen: 'card cut',
      },
    ),
  ],
};
