// Masking of the nastiest lines, against a plain split into lines of the same text: how the time grows from 8,000 to 300,000 characters.
import { mask } from '@green-lamp/core/wire';

const texts = {
  blanks: (n) => ' '.repeat(n),
  'blanks about a key': (n) => `${' '.repeat(n / 2)}key${' '.repeat(n / 2)}x`,
  'heads of commands': (n) => '+CPWD='.repeat(n / 6),
  'a command and blanks': (n) => `+CLCK=${' '.repeat(n)}`,
  'key words': (n) => 'password '.repeat(n / 9),
  'open quotes': (n) => 'pin="x'.repeat(n / 6),
  tags: (n) => '<password>'.repeat(n / 10),
  'names of pairs': (n) => 'name="pin">'.repeat(n / 11),
  'cells of keys': (n) => 'pin\t'.repeat(n / 4),
  'bars and keys': (n) => '| key '.repeat(n / 6),
  'a word and addresses': (n) => 'key a:b@'.repeat(n / 8),
  'pairs of secrets': (n) => 'key=x&'.repeat(n / 6),
  colons: (n) => 'key' + ':'.repeat(n - 3),
  'lines of names': (n) => 'password\n'.repeat(n / 9),
  'a status page': (n) => 'RSRP: -97 dBm\nOperator: Fellwave\n'.repeat(n / 33),
  'an AT dialogue': (n) => 'AT+CSQ\r\n+CSQ: 20,99\r\n\r\nOK\r\n'.repeat(n / 26),
};
const ms = (work) => {
  const runs = Array.from({ length: 7 }, () => {
    const from = process.hrtime.bigint();
    work();
    return Number(process.hrtime.bigint() - from) / 1e6;
  });
  return runs.sort((a, b) => a - b)[3];
};
for (const [name, of] of Object.entries(texts)) {
  const [small, large] = [of(8000), of(300_000)];
  const [few, many, split] = [ms(() => mask(small)), ms(() => mask(large)), ms(() => large.split(/(\r\n|\r|\n)/).join(''))];
  console.log(
    `mask, ${name.padEnd(22)} 8,000: ${few.toFixed(2)} ms   300,000: ${many.toFixed(1)} ms   ${(many / few / 37.5).toFixed(2)} times what linear gives   ratio to a line split ${(many / split).toFixed(0)}`,
  );
}
