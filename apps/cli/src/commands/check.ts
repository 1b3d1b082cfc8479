import { check as findingsOf, checkFleet, rules as allRules, sayFinding, trapCovers } from '@green-lamp/core/check';
import { readSheet, type SheetFile, viewOfSheet } from '@green-lamp/core/journal';
import { sentence } from '@green-lamp/core/problem';
import { BadUse, type Command, type Outcome } from '../command.ts';

type Named = { readonly name: string; readonly file: SheetFile };

const readAll = (inputs: readonly { readonly name: string; readonly bytes: Uint8Array }[]): Named[] | BadUse => {
  const read = inputs.map(({ name, bytes }) => ({ name, parsed: readSheet(new TextDecoder().decode(bytes)) }));
  const bad = read.flatMap(({ name, parsed }) =>
    parsed.ok ? [] : [`${name}: ${parsed.problems.map((of) => sentence(of, of.path === '' ? 'the sheet' : of.path)).join(' ')}`],
  );
  if (bad.length > 0) return new BadUse(bad.join(' '));
  return read.flatMap(({ name, parsed }) => (parsed.ok ? [{ name, file: parsed.value }] : []));
};

const judged = (sheets: readonly Named[], now: number): Outcome => {
  const around = { traits: () => null, demo: false, now };
  const stations = sheets.map(({ name, file }) => ({
    file: name,
    station: file.station,
    findings: findingsOf(viewOfSheet(file), around).map(({ rule, severity, lamp, fields, code, args }) => ({
      rule,
      severity,
      lamp,
      fields,
      ...sayFinding({ code, args }),
    })),
  }));
  const across = checkFleet(sheets.map(({ file: { station, settings } }) => ({ name: station, settings })));
  const stop = [...stations.flatMap(({ findings }) => findings), ...across].some(({ severity }) => severity === 'stop');
  return { exit: stop ? 1 : 0, out: JSON.stringify({ stations, across }, null, 2) };
};

export const check = (now: () => number): Command => ({
  name: 'check',
  takes: 'FILE|FOLDER',
  about: 'Checks a sheet, or every sheet (.json) of a folder and what only shows across them, and prints the findings as JSON.',
  options: {},
  exits: '0 no finding is a stop, 1 one is',
  run: (input) => {
    const sheets = readAll([{ name: 'the sheet', bytes: input }]);
    return sheets instanceof BadUse ? sheets : judged(sheets, now());
  },
  folder: (inputs) => {
    const sheets = readAll(inputs);
    return sheets instanceof BadUse ? sheets : judged(sheets, now());
  },
});

export const rules: Command = {
  name: 'rules',
  takes: '',
  about:
    'Prints every check as JSON: id, worst severity, what it looks for, its source and the traps that it covers; then each trap with what covers it.',
  options: {},
  exits: '0 done',
  run: () => ({
    exit: 0,
    out: JSON.stringify(
      {
        rules: allRules.map(({ id, lamp, worst, looksFor, source, traps, reads }) => ({
          id,
          lamp,
          severity: worst,
          looksFor,
          source,
          traps,
          reads,
        })),
        traps: trapCovers(),
      },
      null,
      2,
    ),
  }),
};
