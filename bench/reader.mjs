// Reading pasted answers, against a plain split into lines of the same text: megabytes a second of each, and their ratio.
import { readAnswer } from '@green-lamp/core/wire';

const size = 256 * 1024;
const filled = (block) => block.repeat(Math.ceil(size / block.length)).slice(0, size);
const texts = {
  'an AT dialogue': filled('AT+CSQ\r\n+CSQ: 20,99\r\n\r\nOK\r\nAT+CEREG?\r\n+CEREG: 0,1\r\n\r\nOK\r\n'),
  'a status page': filled('Operator: Fellwave\nTechnology: LTE\nRSRP: -97 dBm\nRSRQ: -11 dB\nSINR: 6 dB\nUptime: 3 d\nTemperature: 41 C\n'),
  'columns by blanks': filled('RSRP            -97 dBm\nRSRQ            -11 dB\nUptime          3 d\n'),
  'JSON, a line each': filled('{"modem":{"rsrp":-97,"rsrq":-11,"operator":"Fellwave","uptime":12,"lan":{"ip":"192.168.7.1"}}}\n'),
  'prose and boot noise': filled(
    'starting the third service of nine, please wait a moment\n[    2.310] usb 1-1: new high-speed device number 2\n',
  ),
};
const nasty = {
  colons: (n) => 'a: ' + ':'.repeat(n - 3),
  'known names': (n) => 'rsrp '.repeat(n / 5),
  'pairs without end': (n) => 'rsrp:-97 '.repeat(n / 9),
  'open tags': (n) => '<a b="'.repeat(n / 6),
  tags: (n) => '<rsrp>-97</rsrp>'.repeat(n / 16),
  'open braces': (n) => '{"a":'.repeat(n / 5),
  'lines of braces': (n) => '{\n'.repeat(n / 2),
  'bars and cells': (n) => '| rsrp '.repeat(n / 7),
  'deep headings': (n) => Array.from({ length: Math.floor(Math.sqrt(n)) }, (_, i) => `${' '.repeat(i)}modem:`).join('\n'),
  'heads of tables': (n) => 'RSRP\tRSRQ\n'.repeat(n / 10),
};
const median = (work) => {
  const runs = Array.from({ length: 7 }, () => {
    const from = process.hrtime.bigint();
    work();
    return Number(process.hrtime.bigint() - from) / 1e9;
  });
  return runs.sort((a, b) => a - b)[3];
};
for (const [name, text] of Object.entries(texts)) {
  const split = median(() => text.split(/\r\n|\r|\n/).map((line) => line.trim()));
  const read = median(() => readAnswer(text));
  const rate = (seconds) => (size / 1e6 / seconds).toFixed(2);
  console.log(`reader, ${name.padEnd(22)} ${rate(read)} MB/s   a line split ${rate(split)} MB/s   ratio 1 : ${(read / split).toFixed(1)}`);
}
for (const [name, of] of Object.entries(nasty)) {
  const [small, large] = [of(7000), of(262_000)];
  const [few, many] = [median(() => readAnswer(small)), median(() => readAnswer(large))];
  console.log(
    `reader, ${name.padEnd(22)} 7,000: ${(few * 1000).toFixed(1)} ms   262,000: ${(many * 1000).toFixed(0)} ms   ${(many / few / (262 / 7)).toFixed(2)} times what linear gives`,
  );
}
