import { type Problem, sentence } from '@green-lamp/core/problem';
import { playScenario, readScenario } from '@green-lamp/core/yard';
import { BadUse, type Command, type Outcome } from '../command.ts';

const problemsOf = (problems: readonly Problem[]): Outcome => ({
  exit: 1,
  out: JSON.stringify({ ok: false, problems: problems.map((of) => ({ path: of.path, says: sentence(of) })) }, null, 2),
});

export const yard: Command = {
  name: 'yard',
  takes: 'FILE',
  about:
    'Plays a scenario of the yard and prints its end, the calls that arrived and what was refused, as JSON. The same file comes to the same end.',
  options: {},
  exits: '0 it was played, and to the end that it names; 1 it was not',
  run: (input) => {
    let raw: unknown;
    try {
      raw = JSON.parse(new TextDecoder().decode(input));
    } catch {
      return new BadUse('it is not JSON.');
    }
    const read = readScenario(raw);
    if (!read.ok) return problemsOf(read.problems);
    const played = playScenario(read.value);
    if (!played.ok) return problemsOf(played.problems);
    const { world, refused, end, same } = played.value;
    const arrived = world.arrived.map(({ station, path, account, event, at }) => ({
      station,
      path,
      account,
      event,
      after: at - read.value.start,
    }));
    return {
      exit: same === false ? 1 : 0,
      out: JSON.stringify({ ok: same !== false, simulated: true, end, same, refused, arrived, planted: world.planted }, null, 2),
    };
  },
};
