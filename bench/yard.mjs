// The yard: how many modems and units one core keeps in real time, what a simulated day of one station costs, and the AT machine against a plain line split of the same bytes.
import { aroundOf, faults, hearModem, perform, practiceWorld, runWorld } from '@green-lamp/core/yard';

const start = 1_794_492_360_000;
const ms = (work) => {
  const from = process.hrtime.bigint();
  work();
  return Number(process.hrtime.bigint() - from) / 1e6;
};
const median = (work, n) => {
  const all = Array.from({ length: n }, () => ms(work)).sort((a, b) => a - b);
  return all[Math.floor(n / 2)];
};

const day = practiceWorld(start, { id: 'a', seed: 41, ways: ['ethernet', 'cellular'] });
runWorld(day, start + 3_600_000);
const dayTakes = median(() => runWorld(day, start + 86_400_000), 3);
const clone = median(() => structuredClone(day), 50);
console.log(
  `a simulated day of one station   ${dayTakes.toFixed(0)} ms, ${(86_400_000 / dayTakes).toFixed(0)} times real time   ratio to structuredClone of its world ${(dayTakes / clone).toFixed(0)}`,
);

for (const n of [10, 100]) {
  const many = practiceWorld(start, ...Array.from({ length: n }, (_, i) => ({ id: `s${i}`, seed: 41 + i })));
  const hour = ms(() => runWorld(many, start + 600_000)) * 6;
  console.log(
    `${String(n).padStart(3)} stations, modem and unit each   ${hour.toFixed(0)} ms for an hour: one core keeps ${Math.floor((n * 3_600_000) / hour)} such stations in real time`,
  );
}

const outfit = day.outfits.a;
const modem = outfit.modems.modem;
const around = aroundOf(day, outfit, 'modem');
const lines =
  Array.from({ length: 200 }, (_, i) => ['AT+CSQ', 'AT+CEREG?', 'AT+COPS?', 'AT+CPIN?', 'AT+CGPADDR=1'][i % 5]).join('\r') + '\r';
const machine = median(() => hearModem(modem, lines, start, around), 15);
let parts = 0;
const split = median(() => {
  parts += lines.split('\r').map((line) => line.trim().toUpperCase()).length;
}, 15);
console.log(
  `AT machine, 200 commands in one piece   ${machine.toFixed(1)} ms, ${((machine / 200) * 1000).toFixed(0)} µs each   ratio to a plain line split of the same bytes ${(machine / split).toFixed(0)}${parts > 0 ? '' : ' none'}`,
);

const planted = median(() => {
  for (const { id } of faults) perform(day, { act: 'plant', station: 'a', fault: id }, start);
}, 5);
console.log(
  `${faults.length} faults planted, one after the other into the same world   ${planted.toFixed(1)} ms   ratio to structuredClone of the world each ${(planted / (clone * faults.length)).toFixed(1)}`,
);
