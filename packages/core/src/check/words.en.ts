// What each finding says: what is so, why it matters, what to do. Arguments are figures and values, filled in by name.
import { plainText } from '../name/index.ts';
import type { ApnFault } from '../sums/index.ts';
import type { Codes } from './codes.ts';
import { deviceWords } from './words-devices.en.ts';

export const words = {
  ...deviceWords,
  'iccid-digit': [
    'The card number ends in {got}; its check digit would be {want}.',
    'A digit may be misread. Some issuers use no check digit.',
    'Read the number off the card again.',
  ],
  'imei-digit': [
    'The IMEI ends in {got}; its check digit would be {want}.',
    'A card locked to this modem would be refused.',
    'Read the IMEI off the label again.',
  ],
  'imei-zero': ['The IMEI is all zeros.', 'That is what a modem says that was never programmed.', 'Read the IMEI off the label.'],
  'needs-adapter': [
    'The card is {card}, the slot takes {slot}.',
    'It falls through without an adapter; sleeves have been known to catch in the tray.',
    'Order a {slot} card, or take the adapter along.',
  ],
  'too-big': [
    'The card is {card}, the slot takes {slot}.',
    'It does not go in, and a cut-down card may be too thick.',
    'Order a {slot} card.',
  ],
  soldered: ['Card {card} and slot {slot} can’t be joined.', 'One of them is soldered in.', 'Order a card for the slot.'],
  'apn-form': [
    '“{apn}” can’t be an APN: {fault}.',
    'The network refuses it, or the modem never asks.',
    'Ask the carrier, and paste it without spaces.',
  ],
  'apn-blank': [
    '“{apn}” has a {fault}.',
    'It came along when the APN was copied, and the network knows no such name.',
    'Take it away: the sheet offers it where the value is typed.',
  ],
  'apn-capitals': [
    'The APN {apn} has capitals.',
    'The standard does not mind, some gear does.',
    'Write it in small letters unless the carrier says otherwise.',
  ],
  'roaming-off': [
    'Roaming is off.',
    'A machine card almost always roams; without it there is no service.',
    'Allow roaming, or ask the carrier whether the card is at home there.',
  ],
  'host-differs': [
    'The unit calls {calls}; the desk listens at {host}.',
    'Its calls go elsewhere, and nothing says so.',
    'Enter the desk’s address on the unit.',
  ],
  'port-differs': [
    'The unit calls port {calls}; the desk listens on {port}.',
    'Nobody answers there.',
    'Make the two the same; look for swapped digits and swapped ports.',
  ],
  'port-impossible': ['Port {port} does not exist.', 'Ports run from 1 to 65535.', 'Ask IT for the port.'],
  'port-low': ['Port {port} is under 1024.', 'Many listeners have no right to it, and carriers block some.', 'Ask IT whether it is meant.'],
  'host-form': ['“{calls}” can’t be called. {why}', 'Every device reads it in its own way.', 'Ask IT for the address.'],
  'host-local': [
    '{calls} is a {kind} address.',
    'From the carrier’s network it leads nowhere, unless a tunnel joins the two.',
    'Use the desk’s outside address.',
  ],
  'example-host': ['{calls} is an example from a document.', 'No desk is there.', 'Enter the desk’s own address.'],
  'account-swapped': [
    'The account on the unit has two characters swapped.',
    'The desk expects {expects}, the unit sends {sends}: its calls would be logged as an unknown caller.',
    'Enter {expects} on the unit.',
  ],
  'account-zeros': [
    'The account on the unit lacks its zeros.',
    'The desk expects {expects}, the unit sends {sends}; leading zeros count.',
    'Enter {expects} on the unit.',
  ],
  'account-differs': [
    'The unit sends account {sends}, the desk expects {expects}.',
    'Its calls would be logged as an unknown caller, or as another station.',
    'Ask the desk which is right.',
  ],
  'account-form': ['“{account}” can’t be an account.', 'The listener takes 1 to 16 letters and digits.', 'Ask the desk for the account.'],
  'account-example': [
    'Account {account} looks like an example.',
    'Such numbers are left in from a manual.',
    'Ask the desk for the station’s own account.',
  ],
  'account-unusual': [
    'Account {account} is not 4 to 8 digits.',
    'Accounts usually are (common practice).',
    'Ask the desk whether it is meant.',
  ],
  'one-address': [
    'Two paths arrive from {address}.',
    'The desk can’t tell them apart by it.',
    'Let the unit send a path flag, or prove each while the other is pulled.',
  ],
  'one-priority': ['Two paths both have priority {priority}.', 'Nobody can say which is first.', 'Give each its own.'],
  'one-card': ['The card number {iccid} stands on two SIMs.', 'A card can only be in one slot.', 'Read both numbers again.'],
  'grace-short': [
    'The desk raises a missed-test alarm after {grace}; the unit tests every {every}.',
    'Every test that is a little late sends somebody out.',
    'Set the missed-test alarm above {every}, with an hour to spare.',
  ],
  'winter-short': [
    'In winter the desk raises a missed-test alarm after {grace}; the unit then tests every {every}.',
    'Every test that is a little late sends somebody out into the snow.',
    'Set the winter’s missed-test alarm above {every}, with an hour to spare.',
  ],
  'winter-closed': [
    'From {from} to {to} nothing is expected: the winter has no missed-test alarm of its own.',
    'Should it die in these months, nobody notices before spring.',
    'Say after what silence somebody is sent in winter, or agree with the client that nobody is.',
  ],
  'notice-late': [
    'A silence is noticed after up to {grace}; the client was promised {promised}.',
    'A station that dies just after a call stays dead that long before anybody knows.',
    'Let it call more often and shorten the silence, or tell the client what it really is.',
  ],
  'notice-category': [
    'A silence is noticed after up to {grace}; category {category} allows {within}.',
    'The transmission does not meet the category that is on paper.',
    'Let it call more often and shorten the silence, or agree on another category.',
  ],
  'grace-long': [
    'The desk raises a missed-test alarm only after {grace}; the unit tests every {every}.',
    'A dead station stays unnoticed that long.',
    'Ask whether the station may be silent for that long.',
  ],
  'factory-password': ['The modem still has a factory password.', 'Everybody knows it.', 'Change it on the bench.'],
  'short-password': ['The modem’s password has {length} characters.', 'Short ones are guessed.', 'Take one of eight or more.'],
  'slot-other': [
    'The card is in slot {slot}; the modem uses slot {active}.',
    'It reads the other card, or none.',
    'Move the card, or choose its slot on the modem.',
  ],
  'card-volts': [
    'The card is for {card} V, the slot for {slot} V.',
    'The card is not seen.',
    'Ask the carrier for a card of the slot’s voltage.',
  ],
  'tries-few': [
    'The card has {left} PIN tries left.',
    'One wrong try more locks it.',
    'Do not try. Ask the carrier for the PIN and the PUK.',
  ],
  'pin-idle': [
    'The card asks for no PIN, and one stands on the sheet.',
    'Some modems refuse a card when a PIN is typed that it does not want.',
    'Leave the field on the modem empty.',
  ],
  'card-dead': [
    'The card is {state} at the carrier.',
    'It registers nowhere, or passes nothing.',
    'Have the carrier put it in service before anybody drives.',
  ],
  'card-waits': [
    'The card is {state} at the carrier.',
    'Hours may pass between the order and the service.',
    'Have it activated, and ask when it will be.',
  ],
  'card-remembers': [
    'The card remembers networks that refused it.',
    'A network on its list is not tried again.',
    'If it does not register, clear the list or restart with the card out.',
  ],
  'imsi-home': [
    'The IMSI {imsi} does not begin with the home network {home}.',
    'Card, access point and carrier are then not of one house.',
    'Ask the carrier which network the card belongs to.',
  ],
  'one-radio': [
    '{cards} cards share {radios} radio.',
    'It is a cold standby: it survives a dead card, not a dead radio or aerial.',
    'Say so to the client, or fit a second modem.',
  ],
  'apn-swapped': [
    '“{value}” stands as the APN and “{label}” as its label.',
    'The two fields are probably swapped.',
    'Put the carrier’s APN into the value.',
  ],
  'apn-not-chosen': [
    'The entry with {value} is made and not chosen.',
    'The old one is in force.',
    'Choose it, apply, and restart the modem.',
  ],
  'apn-labels': ['Two access point entries are called {label}.', 'One of them is the wrong one.', 'Rename or delete one.'],
  'apn-guessed': [
    'The APN comes from a list.',
    'A list is a guess; the carrier may have given this account another one.',
    'Ask the carrier for its word.',
  ],
  'apn-waits': [
    'The carrier has not provisioned the APN yet.',
    'Until it has, the network refuses the context.',
    'Ask when it will be, and test before the visit.',
  ],
  'login-unused': [
    'The carrier demands a log-in, and the modem uses none.',
    'The context is refused.',
    'Choose PAP or CHAP as the carrier says, and enter user and password.',
  ],
  'login-idle': [
    'There is a user {user} for an APN that asks for none.',
    'Most networks don’t mind, some do.',
    'Leave it empty unless the carrier says otherwise.',
  ],
  'roams-off': [
    'The card’s home is {home}, the network there is {there}, and roaming is off.',
    'It gets no service.',
    'Allow roaming on the modem and at the carrier.',
  ],
  'mode-not-offered': [
    'The modem is fixed to {mode}; the card may use {radios}.',
    'It looks for a network that is not there.',
    'Set the mode to automatic, or to what the carrier has.',
  ],
  'network-ends': [
    'The network is retired on {ends}; the station has to work until {life}.',
    'From that day it is dead, without a fault.',
    'Take a modem and a plan for a newer network.',
  ],
  'no-band': [
    'The modem has {has}; the carrier has {offered} there.',
    'There is no band on which they could meet.',
    'Take another modem or another carrier.',
  ],
  'no-low-band': [
    'Modem and carrier share {common} only, all over 1 GHz.',
    'Far from towns these don’t reach.',
    'Take a modem with one of the carrier’s bands under 1 GHz.',
  ],
  'half-on': ['{where} is off, and the other is on.', 'Off in one of two places, it is off.', 'Switch on both.'],
  'ports-swapped': [
    'The modem sends to {to} and listens on {own}: the other way round.',
    'The desk dials one port and listens on the other.',
    'Swap the two.',
  ],
  'port-rights': [
    'The listener is on port {port} and has no right to it.',
    'It does not even start.',
    'Take a port of 1024 or more, or give it the right.',
  ],
  'inbound-nat': [
    'A call is to come in to a {kind} address.',
    'It never arrives there.',
    'Let the unit call, order a fixed public address, or join the two by a tunnel.',
  ],
  'inbound-changes': [
    'A call is to come in to an address that changes.',
    'It arrives until the day it changes.',
    'Order a fixed address, or let the unit call.',
  ],
  'inbound-filter': [
    'A call is to come in over IPv6.',
    'Many carriers filter what comes in.',
    'Ask the carrier whether inbound calls pass.',
  ],
  'inbound-blocked': [
    'The carrier blocks calls that come in.',
    'None arrives, whatever the address.',
    'Let the unit call, or have it opened.',
  ],
  'no-name-server': [
    'The desk is {host}, and nobody tells the device a name server.',
    'It can’t find the desk.',
    'Enter a name server, or the desk’s address in digits.',
  ],
  'host-rots': [
    'The desk is called at {host}, and its address changes.',
    'One day the calls go to somebody else.',
    'Use the desk’s name, or have the address fixed.',
  ],
  'which-wins': ['Both {host} and {name} are filled in.', 'One of them wins, and the manual says which.', 'Clear the one that should not.'],
  'forward-moves': [
    'The forward leads to {to}, which is given by lease.',
    'After the next restart it may be another machine.',
    'Have that machine’s address fixed.',
  ],
  'forward-untested': [
    'The forward was not tested from outside.',
    'From inside it proves nothing.',
    'Have somebody try the port from another network.',
  ],
  'outer-twice': ['Two forwards use port {port}.', 'Only one of them works.', 'Give each its own.'],
  'admin-port-taken': [
    'The router’s own page has port {port} outside.',
    'The call meets a log-in page.',
    'Take another port for one of the two.',
  ],
  'no-spare': ['The second receiver is {host}, the first again.', 'When it is away, both are.', 'Enter the desk’s second receiver.'],
  'one-line': ['Two receivers hang on {line}.', 'They fail together.', 'Ask the desk for one on another line.'],
  'second-missing': [
    'The desk demands a second receiver, and there is one.',
    'When the first is away, events wait.',
    'Ask the desk for the second.',
  ],
  'spare-unseen': [
    'This receiver was never reached.',
    'A spare that nobody has tried may not exist.',
    'Block the first for a minute and see an event come in.',
  ],
  'port-blocked': ['The carrier blocks port {port}.', 'The call never leaves its network.', 'Ask for another port, or have it opened.'],
  'probe-outside': [
    'The probe asks {target}, and the access point leads to a private network only.',
    'It always fails, and the path is taken for dead.',
    'Probe a host inside.',
  ],
  overlap: ['{one} and {other} overlap.', 'Between them there is no route.', 'Move one of them.'],
  'tunnel-overlap': ['The tunnel has {here} here and {there} there.', 'Between them there is no route.', 'Renumber one end.'],
  'pool-overlap': ['The site’s {here} lies in the carrier’s {pool}.', 'Answers go to the wrong side.', 'Renumber the site.'],
  'gateway-outside': [
    'The gateway {gateway} can’t be one of {network}: {fault}.',
    'Nothing leaves the network.',
    'Ask IT for the gateway.',
  ],
  'address-outside': ['{address} can’t be a device of {network}: {fault}.', 'Nobody answers it.', 'Ask IT for an address.'],
  'computer-same': [
    'The computer has the device’s own address, {address}.',
    'Both answer, or none.',
    'Give the computer another one of that network.',
  ],
  'computer-outside': [
    '{address} can’t be a computer in {network}: {fault}.',
    'There is no log-in.',
    'Give the computer an address of that network.',
  ],
  'mask-form': ['{mask} is not a mask.', 'Its ones have to be all in front.', '255.255.255.0 is the usual one.'],
  'two-ways': ['The computer has {ways} ways out.', 'A test may go by the wrong one and pass.', 'Switch off all but one.'],
  'lease-over-fixed': [
    '{lan} is fixed and lies in the leases from {from} to {to}.',
    'One day two devices have it.',
    'Move the leases, or the address.',
  ],
  'lease-servers': [
    '{servers} give leases in this network.',
    'Devices get an address from the wrong one.',
    'Switch off all but one; look for a LAN to LAN cable.',
  ],
  'nat-unforwarded': [
    'There are {nats} NATs in a row and {forwards} forward.',
    'Each of them has to forward.',
    'Add the missing one, or let the unit call.',
  ],
  'outbound-block': ['A rule blocks port {port} on its way out.', 'A ping passes and the call does not.', 'Ask IT to let that port out.'],
  'packet-too-large': [
    'Packets of {mtu} and {overhead} around them do not fit through {least}.',
    'They are cut up, or vanish.',
    'Set the largest packet to {fits} or less.',
  ],
  'helper-lan': [
    'The helper has the main router’s network, {lan}.',
    'There is no route between two alike.',
    'Give the helper another network.',
  ],
  'helper-firmware': [
    'The helper has firmware {firmware}, the main router {main}.',
    'Unlike levels have been known not to pair.',
    'Bring both to one level before pairing.',
  ],
  'cable-wrong': ['{unit} to {modem} over a {cable} cable.', 'Both talk into each other’s mouth.', 'Take a {want} cable.'],
  'no-dtr-wire': [
    'The unit uses DTR over {wires} wires.',
    'The line is not there: it hangs up never, or always.',
    'Take a full cable, or set DTR to be ignored.',
  ],
  'no-flow-wire': [
    'Flow control by wires over {wires} wires.',
    'The lines are not there, and it stands still.',
    'Take a full cable, or switch flow control off at both ends.',
  ],
  'dtr-unused': ['The modem {does} on DTR, and the unit does not use it.', 'It hangs up at once.', 'Set the modem to ignore DTR.'],
  'echo-on': ['The modem echoes.', 'The unit hears itself and is confused.', 'Switch echo off.'],
  'quiet-on': ['The modem is quiet.', 'The unit waits for words that never come.', 'Let it answer.'],
  'interface-other': ['The unit is set to talk by {by}, and a {plug} is plugged in.', 'It is silent.', 'Set the interface to serial.'],
  'serial-long': [
    '{length} m at {speed} baud; about {most} m is what the standard bears.',
    'Characters are lost.',
    'Go slower, shorten it, or take RS-485.',
  ],
  'gather-short': [
    'The modem gathers for {gather}; a frame has gaps of {gap}.',
    'Frames are cut in two, and each part costs.',
    'Set the gather time above the gap.',
  ],
  'packet-small': [
    'The largest packet is {packet} bytes; a frame has {frame} and must stay whole.',
    'It arrives in pieces and is thrown away.',
    'Set the largest packet to {frame} or more.',
  ],
  'rj45-serial': ['This RJ45 is serial.', 'Plugged into a switch it can break it, or itself.', 'Label it before anything is plugged.'],
  'port-taken': ['Another program holds the serial port.', 'Nothing opens.', 'Close it.'],
  'bus-slave': ['The bridge hangs on a slave.', 'It hears only what that one knows.', 'Plug it into the master.'],
  'bus-ends': [
    'The bus has {ends} terminations.',
    'It has two ends, and each wants one of 120 Ω.',
    'Set the switches or resistors at the two ends only.',
  ],
  'bus-long': [
    '{length} m at {rate} bit/s; about {most} m is usual (common practice).',
    'Errors come with the length.',
    'Go slower, or shorten it.',
  ],
  'bridge-dark': ['The bridge is to live from the {by}, which gives no power.', 'It never starts.', 'Give it a supply of its own.'],
  'battery-slave': ['The battery is read at a module that is not its master.', 'It speaks for itself alone.', 'Wire it to the master.'],
  'channel-range': [
    'The least that can be is {least}, the most {most}.',
    'Every value is outside of it, and a broken sensor is not told from a whole one.',
    'Exchange or correct the two.',
  ],
  'channel-twice': [
    'Two channels are called ‘{name}’ in the data.',
    'They show the same value, and one of them is another’s.',
    'Correct the name of one, by the unit’s manual.',
  ],
  'region-other': ['Region {region} on hardware for {built}.', 'It is deaf, or against the law.', 'Order the hardware of the region.'],
  'contact-other': [
    'The input takes {takes}, what is wired gives {given}.',
    'A voltage on a dry input breaks it; a dry contact on the other is never seen.',
    'Change the input’s kind, or put a relay between.',
  ],
  'rest-other': [
    'The unit takes {rest} for rest; {seen} was seen.',
    'It alarms when all is well.',
    'Turn the rest state, with the thing at rest.',
  ],
  'taught-apart': [
    'The rest state was taught with the magnet apart.',
    'It alarms when the door is shut.',
    'Shut the door, and teach it again.',
  ],
  'range-elsewhere': ['The range was tested {from}.', 'There it always passes.', 'Test it again where it is mounted, with the door shut.'],
  'source-here': [
    'The path is said to arrive from {address}: that is this computer itself.',
    'Whatever this computer sends would count as a call of the station.',
    'Write down the address that the carrier or the site’s router gives the path outside, or leave it empty.',
  ],
  'source-near': [
    'The card’s path is said to arrive from {address}, which lies in the desk’s own network.',
    'A laptop beside the desk comes from there too, so that a call from it proves no carrier’s path.',
    'Name the tunnel or private network by which it comes, or correct the address.',
  ],
  'pool-wide': [
    'The pool {pool} is wider than /8.',
    'Half the world lies in it: it tells no path from another, and is not used.',
    'Ask the carrier for the pool of this access point.',
  ],
  'address-shared': [
    'Two paths arrive from {address}.',
    'By their address they can’t be told apart: no call proves either of them.',
    'Give each its own, or let the unit itself write into each call by which path it goes out.',
  ],
  'other-listener': [
    '{count} calls of this account came at another listener of the desk than the sheet’s.',
    'They show that there is a way out, and prove no call.',
    'Hold port and protocol of the receiver against the desk’s listeners, and those set on the unit.',
  ],
  'zone-twice': ['Two of them call with zone {zone}.', 'At the desk nobody can tell which one it was.', 'Give each a zone of its own.'],
  'zone-one-off': [
    'It is zone {zone} on the unit and {desk} at the desk: one on.',
    'The keypad has taken zone 1; somebody goes to the wrong room.',
    'Have the desk’s list moved by one.',
  ],
  'zone-differs': ['It is zone {zone} on the unit and {desk} at the desk.', 'Somebody goes to the wrong room.', 'Make the two the same.'],
  'area-differs': [
    'The area is {unit} on the unit and {desk} at the desk.',
    'The desk waits, or is alarmed, when it should not.',
    'Ask what it protects, and make the two the same.',
  ],
  'nobody-told': ['The input is on and nobody is ticked to be told.', 'It is silent.', 'Tick somebody for it.'],
  'user-not-ticked': ['{number} is entered and not ticked.', 'It gets nothing.', 'Tick it for the channel.'],
  'no-country': [
    '{number} has no country code.',
    'The text goes to nobody.',
    'Write it with + and the country code, without the zero behind it.',
  ],
  'number-length': ['{number} has {digits} digits.', 'Telephone numbers have 7 to 15 with the country code.', 'Ask for it again.'],
  'text-long': [
    'The text takes {units} units, so {parts} messages.',
    'Each part costs, and some devices send the first only.',
    'Shorten it to 160 characters of the plain alphabet.',
  ],
  'text-odd': [
    '“{odd}” forces the alphabet of 70 characters.',
    'The text is dearer, and longer ones are cut.',
    'Write it without “{odd}”.',
  ],
  'output-chatters': [
    'The output follows an input that chatters.',
    'It switches with every ripple.',
    'Give the input a time that it has to last.',
  ],
  'output-short': ['The output runs {runs}; what it switches has to run {least}.', 'It starts too often and burns.', 'Let it run longer.'],
  'output-for-ever': [
    'The output starts again while its input is on, and nothing watches above it.',
    'A stuck float makes it run for ever, unseen.',
    'Add a separate high-high that tells somebody.',
  ],
  'output-motor': ['The output switches a motor directly.', 'The contact welds shut.', 'Put a contactor between.'],
  'machine-free': [
    'The output starts a machine, and no isolation is written down.',
    'It starts by itself: after power-up, by logic, by a remote command.',
    'Isolate, lock off, tell people, and write down by what.',
  ],
  'machine-restarts': [
    'After a power failure the machine starts: {after}.',
    'Nobody may be clear of it.',
    'Let it stay off until somebody is there.',
  ],
  'output-overload': ['The load draws {load} A on a contact for {rating} A.', 'It welds shut.', 'Put a relay or contactor between.'],
  'loop-dark': ['The input is a current loop, and nothing feeds it.', 'It reads nothing.', 'Wire a loop supply.'],
  'cover-open': ['The cover is open.', 'The end check is held up, and rain gets in.', 'Shut it, then hold and call once more.'],
  'break-away': ['The break-away piece is not screwed.', 'The first wind makes a tamper alarm.', 'Screw it to the wall.'],
  'host-unmatched': [
    'The unit stands beside a host panel, and no terminal leads to it.',
    'Its inputs are then what somebody remembers.',
    'Write down which output of the panel goes to which terminal.',
  ],
  'duty-over': [
    'It is on the air {share} % of the time; {duty} % is the limit.',
    'It is against the law there, and it blocks the others.',
    'Send less often, or with a faster setting.',
  ],
  'call-off': ['Call home is off.', 'It keeps everything to itself.', 'Switch it on.'],
  'keepalive-inert': ['A keepalive of {every} is typed, and keepalive is off.', 'It does nothing.', 'Switch it on, or clear the field.'],
  'nat-forgets': [
    'A session may be silent for {idle}; the carrier forgets it after {nat}.',
    'It is half open: one end believes in it.',
    'Set idle limit or keepalive below {nat}.',
  ],
  'idle-unit': [
    'An idle limit of {idle} would have to be typed as {typed} in {unit}.',
    'The field takes whole numbers only.',
    'Take one that fits the unit of time.',
  ],
  'gather-unit': [
    'A gather time of {gather} would have to be typed as {typed} in {unit}.',
    'The field takes whole numbers only.',
    'Take one that fits the unit of time.',
  ],
  'piece-too-large': [
    'A piece of {piece} bytes does not get through {limit} at {speed} baud: at most {through} do.',
    'It starts from its beginning each time and is never done.',
    'Go faster, allow longer sessions, or make smaller pieces.',
  ],
  'memory-full': [
    '{used} of {holds} places for events are taken.',
    'The next ones are lost, or push out the oldest.',
    'Harvest them before anything else.',
  ],
  'no-restorals': ['Restorals are not sent.', 'At the desk an alarm never ends.', 'Ask the desk whether it wants them.'],
  'no-power-events': ['Power events are not sent.', 'It dies of its battery without a word.', 'Ask the desk whether it wants them.'],
  'event-unsent': [
    'The desk expects this event, and the unit does not send it.',
    'It is waited for in vain.',
    'Switch it on at the unit, or take it off at the desk.',
  ],
  'event-unexpected': [
    'The unit sends this event, and the desk does not expect it.',
    'Somebody is surprised at night.',
    'Tell the desk, or switch it off.',
  ],
  'no-account': ['There is no account at the portal.', 'A device can’t be claimed by nobody.', 'Make the account first.'],
  'no-quota': ['No free claim is left.', 'The claim is refused.', 'Ask the owner for another place.'],
  'claim-untold': ['The portal was not told what the device is connected to.', 'Data never come.', 'Tell it after the claim.'],
  'id-capitals': ['{typed} was typed with capitals.', 'Some portals don’t find it.', 'Type {small}.'],
  'eui-of-gateway': ['{eui} is the gateway’s own EUI.', 'The sensor is never heard under it.', 'Read the sensor’s label.'],
  'label-unread': [
    'The claim code was not noted before mounting.',
    'Behind the wall it can’t be read.',
    'Note or photograph the label now.',
  ],
  'no-licence': ['The licence for {what} is not there.', 'The feature does not start.', 'Order it before the visit.'],
  'order-unfitted': [
    'The order of paths names {kind}, which is not fitted.',
    'The unit waits for it.',
    'Choose an order of what is there.',
  ],
  'lease-first': [
    'Ethernet is first and gets its address by lease.',
    'With no lease the unit waits.',
    'Ask IT for a fixed one, or see how long it waits.',
  ],
  'mobile-only': [
    'It uses the mobile side only, although a line is plugged in.',
    'Everything is paid for by the byte.',
    'Set the line first.',
  ],
  'probe-near': ['The probe asks {target}, which is next door.', 'It proves nothing beyond it.', 'Ask two hosts beyond the carrier.'],
  'probe-single': ['Both probes ask {target}.', 'When that host is away, a good path is taken for dead.', 'Ask two hosts.'],
  'probe-link': [
    'The path is watched by its link sign.',
    'A line that is plugged in and leads nowhere is not noticed.',
    'Probe beyond the carrier.',
  ],
  'probe-cache': [
    'The lookup is answered by {server} next door.',
    'It answers out of its memory while the line is dead.',
    'Ask a name server beyond the carrier.',
  ],
  'probe-overlaps': [
    'The probe timeout is {waits} s, and the next probe is due after {every} s.',
    'The count of misses means nothing.',
    'Let it wait less than the interval.',
  ],
  flaps: [
    'With {loss} % lost and a change-over after {misses} missed it fails over by chance about every {between}.',
    'Each time costs a session and data.',
    'Allow more misses, or mend the path.',
  ],
  'no-hold-down': ['It goes back at once.', 'A line that comes and goes makes it flap.', 'Let it wait some minutes.'],
  'one-carrier': [
    'Both cards are of {carrier}.',
    'They fail together.',
    'Take the second from another carrier, and ask whose masts it uses.',
  ],
  'probe-desk': [
    'The probe asks {target}, and that is the desk itself.',
    'While the desk is down every station changes over, for nothing, and by the path that costs.',
    'Ask hosts beyond the carrier that are not the desk.',
  ],
  'probe-any-path': [
    'The probe goes out by whatever path is up.',
    'It finds the outside by the standby, takes the first path for good, and goes back to a dead line.',
    'Bind the probe to its own path.',
  ],
  'metered-first': [
    'The path that is paid for by the byte is tried before the fixed line.',
    'Every call and every probe is paid for, and the plan ends on a computed day.',
    'Put the fixed line first, or say why not.',
  ],
  'standby-off': ['The standby is off.', 'A path that is off to save data is no standby.', 'Switch it on, or take it off the plan.'],
  'no-test-text': [
    'It only texts, and has no text of a test call.',
    'Nobody hears of it until an input moves.',
    'Write down a text of its own and how often it is sent.',
  ],
  'one-feed': ['Two paths are fed by {what}.', 'One fuse takes both.', 'Give one of them a fuse and a supply of its own, then cut each.'],
  'one-duct': ['Two paths share {what}.', 'They fail together.', 'Say so to the client, or part them.'],
  'standby-untested': ['Test calls go over the first path only.', 'A standby rots unseen.', 'Let the unit test over each path.'],
  'test-at-other': [
    'The unit tests at {unit}, the desk expects it at {desk} ({zone}).',
    'A missed-test alarm is raised by a test that is on time.',
    'Make the two the same.',
  ],
  'test-skipped': [
    '{at} does not exist on {day} in {zone}.',
    'The test is skipped or shifted, and a missed-test alarm may be raised.',
    'Take an hour outside of the change, or set it in UTC.',
  ],
  'test-twice': [
    '{at} comes twice on {day} in {zone}.',
    'Two tests, or 25 hours between.',
    'Take an hour outside of the change, or set it in UTC.',
  ],
  'supervision-off': [
    'Supervision is off at the desk.',
    'Nobody notices a dead station.',
    'Have it armed when the station is handed over.',
  ],
  'plan-short': [
    'The station needs about {needs} a month; the plan has {plan}.',
    'It is used up on day {day}.',
    'Take a larger plan, or send less.',
  ],
  'limit-under-plan': [
    'The device stops at {limit}; the plan has {plan}.',
    'It switches itself off before the carrier would.',
    'Set the limit above the plan, or off.',
  ],
  ends: ['{what} ends on {day}.', 'Then it goes silent without a fault.', 'Have it renewed before the next visit.'],
  'name-shows': ['“{name}” shows “{shown}”.', 'The client does not want the place to be read.', 'Take a number.'],
  'clock-by-hand': [
    'The clock is set by hand.',
    'It drifts, and nobody notices until a time is argued over.',
    'Let the desk or the network set it.',
  ],
  'factory-user': ['The factory user is still there.', 'A new user beside it closes nothing.', 'Remove it.'],
  'password-alike': ['A password with O, 0, l or 1 is read out by telephone.', 'They are taken for each other.', 'Make one without them.'],
  'login-lost': [
    'The login is lost.',
    'A reset is the only way in, and takes everything with it.',
    'Look for the saved file and the old sheet before anybody resets it.',
  ],
  'admin-open': [
    'The admin page answers from outside on a public address.',
    'It is found within the day.',
    'Shut it, or list who may call.',
  ],
  'clear-path': [
    'Remote programming goes over a public path with no key.',
    'Passwords can be read on the way.',
    'Use a key or a tunnel, or say why not.',
  ],
  'any-number': ['Any number may start remote programming.', 'Whoever has the word can.', 'List two technicians.'],
  'no-texts': [
    'The unit is to be woken by a text, and the card takes none.',
    'It never wakes.',
    'Order a card with texts, or wake it another way.',
  ],
  'portal-texts': [
    'Texts come from the supplier’s portal, and the unit takes them from listed numbers.',
    'The portal’s sender is not on the list.',
    'Ask which sender the portal uses, or start without a list and with a long word.',
  ],
  'sender-unlisted': [
    '{phone} is not among the numbers that may start.',
    'Its texts are ignored.',
    'Enter it on the unit, with its country code.',
  ],
  'sender-withheld': ['{phone} withholds its number.', 'The list can’t know it.', 'Let it show its number.'],
  'firmware-old': ['Firmware {has} is older than {needs}.', 'A feature is not there.', 'Update on the bench.'],
  'firmware-beta': ['Firmware {has} is a trial version.', 'It changes under you.', 'Take a released one unless the maker says so.'],
  'written-blind': [
    'The unit was written without being read.',
    'What somebody changed last year is gone.',
    'Read it, and compare with the sheet.',
  ],
  'no-file': ['The modem is used, and its settings are not saved.', 'A reset takes them with it.', 'Save the file first.'],
  'window-short': [
    'Typing takes {work}; the window is open for {window}.',
    'It ends half-way.',
    'Write down every value, and type the short ones first.',
  ],
  'setup-drops': [
    'The computer leaves the set-up network by itself.',
    'The page that then shows is another one.',
    'Switch mobile data off and tell it to stay.',
  ],
  'wifi-on': ['The computer is on Wi-Fi.', 'A path test may pass by the office.', 'Switch it off for the test.'],
  'address-left': ['The computer still has the address for the device.', 'The office network is dead for it tomorrow.', 'Put it back.'],
  'many-callers': ['{count} callers are listed.', 'The list holds a handful on most devices (common practice).', 'Keep two technicians.'],
  'supply-low': [
    'At the device there are {there} V; it needs {limit} V.',
    'It restarts at transmit.',
    'Take a thicker or shorter cable, or a higher supply.',
  ],
  'supply-high': ['At the device there are {there} V; it takes {limit} V at most.', 'It is damaged.', 'Take another supply.'],
  'watts-over': [
    'The devices draw {draws} W at worst; the supply gives {gives} W.',
    'It falls under at transmit.',
    'Take a larger supply.',
  ],
  'battery-end': [
    'The battery is empty at {end} V; the unit stops at {least} V.',
    'The last part of it is never used.',
    'Take a unit or a battery that fit.',
  ],
  'too-cold': [
    'It gets {there} °C there; the unit works down to {limit} °C.',
    'In the frost that it is there for, it stops.',
    'Take a colder one, or a heater.',
  ],
  'too-hot': [
    'It gets {there} °C there; the unit works up to {limit} °C.',
    'On the day of the heat it stops.',
    'Shade it, or take another.',
  ],
  'lithium-cold': [
    'It gets {cold} °C there, and the battery is lithium.',
    'Charging it below 0 °C ruins it and can set it alight.',
    'Take lead, or a charger that stops in the cold.',
  ],
  'power-falls': [
    'Its power goes with another device.',
    'It sleeps when that one does, and then nobody is told.',
    'Give it a supply of its own.',
  ],
  'clients-over': ['{wants} devices are to use it; it serves {serves}.', 'The others are thrown off.', 'Take a larger one.'],
  'aerial-adapter': ['The socket is {socket}, the aerial’s plug {plug}.', 'They don’t join.', 'Take the adapter along.'],
  'aerial-gender': ['Both are {socket}.', 'Two of a kind don’t join.', 'Take an adapter of the other gender.'],
  'aerial-ohms': ['The aerial is for 75 Ω.', 'It is a television aerial.', 'Take one of 50 Ω.'],
  'cap-on': ['A cap is still on.', 'Nothing is heard under it.', 'Power down, then take it off.'],
  'socket-other': [
    'The only aerial is on the {socket} socket.',
    'The main one transmits into nothing.',
    'Power down, and move it to the main socket.',
  ],
  'stub-in-metal': ['The aerial is inside of a metal box.', 'It hears little, and nothing with the door shut.', 'Lead an aerial outside.'],
  'weaker-chosen': [
    'The network chosen has {chosen} dBm, another {other} dBm.',
    'The nearest to zero is the strongest.',
    'Choose the other, if it is yours.',
  ],
  'scan-elsewhere': ['The scan was made elsewhere.', 'Where you stand is not where it hangs.', 'Scan from where the box will be.'],
  'wifi-deaf': ['The network is on 5 GHz, the device knows 2.4 only.', 'It does not see it.', 'Have the other band switched on.'],
  'agree-equal': ['{a}: {one}; {b}: {other}. The two should be the same.', '{otherwise}', 'Find out which is right, and change the other.'],
  'agree-less': [
    '{a}: {one}; {b}: {other}. The first should be below the second.',
    '{otherwise}',
    'Find out which is right, and change the other.',
  ],
  'agree-member': ['{a}: {one} is not among {b}: {other}.', '{otherwise}', 'Find out which is right, and change the other.'],
  'agree-disjoint': ['{a} and {b} are both {one}.', '{otherwise}', 'Find out which is right, and change the other.'],
  'agree-meet': ['{a}: {one}; {b}: {other}. They have nothing in common.', '{otherwise}', 'Find out which is right, and change the other.'],
} as const satisfies Codes;

/** What keeps a text from being an APN, in words (3GPP TS 23.003 clause 9.1). */
const apnFaults: { readonly [F in ApnFault]: string } = {
  empty: 'it is empty',
  space: 'it has a space in it',
  'dial string': 'it is something to dial',
  character: 'it has a character other than letters, digits, hyphen and dot',
  edge: 'a part of it is empty, or begins or ends with a hyphen',
  'label length': 'a part of it is longer than 63 characters',
  length: 'it is longer than 62 characters',
  prefix: 'it begins with rac, lac, sgsn or rnc, which are kept for the network',
  suffix: 'it ends in .gprs without a right operator part',
};
const isApnFault = (value: unknown): value is ApnFault => typeof value === 'string' && Object.hasOwn(apnFaults, value);

const capital = (text: string): string => text.replace(/^\p{Ll}/u, (first) => first.toUpperCase());

const fill = (text: string, args: { readonly [name: string]: unknown }): string =>
  text.replace(/\{(\w+)\}/g, (_, name: string) => (isApnFault(args[name]) ? apnFaults[args[name]] : plainText(args[name])));

export const sayFinding = (finding: {
  code: string;
  args: { readonly [name: string]: unknown };
}): { what: string; why: string; todo: string } => {
  const all: Codes = words;
  const [what, why, todo] = all[finding.code] ?? [finding.code, '', ''];
  return { what: capital(fill(what, finding.args)), why: fill(why, finding.args), todo: fill(todo, finding.args) };
};
