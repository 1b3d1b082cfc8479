// Outputs tried on paper: a time line of inputs, what the output makes of it, and the questions that matter.
import { lazy, Suspense, useState } from 'react';
import { elementsOf, wanted } from '@green-lamp/core/journal';
import { type ElementId, plainText, settingKey } from '@green-lamp/core/name';
import { sentence } from '@green-lamp/core/problem';
import { counted, inWords, parseDuration } from '@green-lamp/core/quantity';
import { type Change, inputsOf, type Logic, parseEquation, questions, type Run, segmentsOf, simulate } from '@green-lamp/core/sums';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Field } from '../../../../parts/Field.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { useDraft } from '../../../../parts/use-draft.ts';
import { useLook } from '../../../../store/look.ts';
import type { Station } from '../../../../store/use-station.ts';

const Chart = lazy(() => import('../../../../parts/Chart.tsx'));
const token = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(name).trim();
const minute = 60_000;

/** Lines such as `2 min I1 on`. What can't be read is told by its line. */
const readLine = (text: string): { changes: Change[]; wrong: number[] } => {
  const changes: Change[] = [];
  const wrong: number[] = [];
  for (const [i, line] of text.split('\n').entries()) {
    if (line.trim() === '') continue;
    const [, time = '', input = '', state = ''] = /^\s*(\d+(?:[.,]\d+)?\s*(?:ms|s|min|h))\s+(I\d{1,3})\s+(on|off)\s*$/i.exec(line) ?? [];
    const at = parseDuration(time);
    if (at.ok && input !== '') changes.push({ at: at.value, input: input.toUpperCase(), on: state.toLowerCase() === 'on' });
    else wrong.push(i + 1);
  }
  return { changes, wrong };
};

const bars = (name: string, runs: readonly { from: number; to: number }[], color: string) =>
  runs.map(({ from, to }) => ({ x: name, y: [from / 1000, to / 1000], fillColor: color }));

const onTimes = (changes: readonly Change[], input: string, until: number): { from: number; to: number }[] => {
  const mine = changes.filter((change) => change.input === input).sort((a, b) => a.at - b.at);
  return mine.flatMap((change, i) =>
    change.on && mine[i - 1]?.on !== true ? [{ from: change.at, to: mine.slice(i).find(({ on }) => !on)?.at ?? until }] : [],
  );
};

const answers: {
  readonly [Q in ReturnType<typeof questions>[number]['question']]: (of: {
    runs: readonly Run[];
    onAtEnd: boolean;
    starts: number;
  }) => string;
} = {
  'stuck input': ({ onAtEnd, starts }) =>
    onAtEnd
      ? `If the input stays on, the output never rests: ${counted(starts, 'run')} and still on.`
      : `If the input stays on, the output runs ${starts === 1 ? 'once' : `${starts} times`} and rests.`,
  chatter: ({ starts }) =>
    starts > 1
      ? `If the input chatters for 4 s, the output starts ${starts} times.`
      : starts === 1
        ? 'If the input chatters for 4 s, the output starts once.'
        : 'If the input chatters for 4 s, the output does not start.',
  'power failure': ({ runs }) =>
    runs.some(({ why }) => why === 'power')
      ? 'After a power failure in the middle it starts by itself.'
      : 'After a power failure in the middle it stays off until its input comes anew.',
};

const Drawn = ({
  inputs,
  changes,
  runs,
  until,
  name,
}: {
  inputs: readonly string[];
  changes: readonly Change[];
  runs: readonly Run[];
  until: number;
  name: string;
}) => {
  const theme = useLook((look) => look.theme);
  const [ink, soft, rule, brass] = [token('--ink'), token('--ink-2'), token('--rule'), token('--brass-edge')];
  const rows = [...inputs.flatMap((input) => bars(input, onTimes(changes, input, until), brass)), ...bars(name, runs, ink)];
  return (
    <Suspense fallback={<p className="text-ink-2">Drawing…</p>}>
      <Chart
        key={theme}
        label={`${name}: on ${runs.map(({ from, to }) => `from ${from / 1000} to ${to / 1000} s`).join(', ') || 'never'}`}
        options={{
          chart: {
            type: 'rangeBar',
            height: 90 + (inputs.length + 1) * 34,
            animations: { enabled: false },
            toolbar: { show: false },
            zoom: { enabled: false },
            fontFamily: 'inherit',
            foreColor: soft,
          },
          plotOptions: { bar: { horizontal: true, barHeight: '55%' } },
          series: [{ name: 'on', data: rows.length === 0 ? [{ x: name, y: [0, 0] }] : rows }],
          grid: { borderColor: rule },
          tooltip: { enabled: false },
          legend: { show: false },
          xaxis: {
            type: 'numeric',
            min: 0,
            max: until / 1000,
            title: { text: 'seconds' },
            labels: { formatter: (value) => String(Math.round(Number(value))) },
          },
        }}
      />
    </Suspense>
  );
};

const Output = ({ station, id, label }: { station: Station; id: ElementId; label: string }) => {
  const at = (param: string) => wanted(station.state, settingKey('output', id, param)) ?? null;
  const typed = plainText(at('equation') ?? '');
  const parsed = typed === '' ? null : parseEquation(typed, 'The equation');
  const [line, setLine] = useDraft(`${station.stream} ${id} line`, '10 s I1 on\n3 min I1 off');
  if (parsed === null) return <Empty>{label} has no equation on the sheet yet.</Empty>;
  if (!parsed.ok) return <p role="alert">{parsed.problems.map((of) => sentence(of)).join(' ')}</p>;
  const again = at('again');
  const after = at('afterPower');
  const duration = at('duration');
  const [input] = elementsOf(station.state, 'input');
  const debounce = input === undefined ? null : (wanted(station.state, settingKey('input', input.id, 'debounce')) ?? null);
  const logic: Logic = {
    equation: parsed.value,
    duration: typeof duration === 'number' ? duration : null,
    again: again === 'starts again' || again === 'stays on' ? again : 'stays off',
    debounce: typeof debounce === 'number' ? debounce : 0,
    afterPower: after === 'as before' || after === 'by logic' ? after : 'off',
  };
  const inputs = inputsOf(parsed.value);
  const { changes, wrong } = readLine(line);
  const until = Math.max(...changes.map((change) => change.at), 0) + (logic.duration ?? minute) + minute;
  const runs = simulate(logic, { changes, powerFails: [], until });
  const text = plainText(at('text') ?? '');
  return (
    <section aria-label={label} className="mb-6">
      <h3 className="border-b border-rule-2 font-bold">
        {label}: <span className="mono">{typed}</span>
        {logic.duration !== null && `, for ${inWords(logic.duration)}`}
      </h3>
      {at('machine') === true && <CautionNote of="output" />}
      <Field
        label={`Time line of the inputs, ${label}`}
        many
        mono
        value={line}
        change={setLine}
        hint={`A change a line: 10 s I1 on. Inputs of the equation: ${inputs.join(', ')}.`}
        problem={wrong.length > 0 ? `Line ${wrong.join(', ')} can’t be read; write it as 10 s I1 on.` : null}
      />
      {wrong.length > 0 && <p className="text-note font-semibold">Line {wrong.join(', ')} is left out: write it as 10 s I1 on.</p>}
      <Drawn inputs={inputs} changes={changes} runs={runs} until={until} name={label} />
      <p>
        {runs.length === 0
          ? 'The output is never on.'
          : `On ${runs.length === 1 ? 'once' : `${runs.length} times`}: ${runs
              .slice(0, 8)
              .map(({ from, to }) => `${from / 1000} to ${to / 1000} s`)
              .join(', ')}${runs.length > 8 ? ', …' : ''}.`}
        {text !== '' &&
          runs.length > 0 &&
          ` Its text goes out ${runs.length === 1 ? 'once' : `${runs.length} times`}, ${counted(segmentsOf(text).parts, 'message')} each; if it can’t be sent, the output runs all the same and nobody is told.`}
      </p>
      <ul aria-label={`Questions, ${label}`} className="mt-2 list-disc pl-5">
        {questions(logic, inputs).map((of) => (
          <li key={of.question}>{answers[of.question](of)}</li>
        ))}
      </ul>
    </section>
  );
};

export const LogicPart = ({ station }: { station: Station }) => {
  const outputs = elementsOf(station.state, 'output');
  const [first] = outputs;
  const [id, setId] = useState<ElementId | null>(first?.id ?? null);
  const chosen = outputs.find((output) => output.id === id) ?? first;
  if (chosen === undefined) return <Empty>There is no output on the sheet. Add one at the foot of the Sheet.</Empty>;
  return (
    <>
      {outputs.length > 1 && (
        <div role="group" aria-label="Output" className="mb-3 flex flex-wrap gap-2">
          {outputs.map((output) => (
            <button
              key={output.id}
              type="button"
              className="button"
              aria-pressed={output.id === chosen.id}
              onClick={() => {
                setId(output.id);
              }}
            >
              {output.label}
            </button>
          ))}
        </div>
      )}
      <Output key={chosen.id} station={station} id={chosen.id} label={chosen.label} />
    </>
  );
};
