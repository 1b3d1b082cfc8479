// Plays a scenario of the yard away from the page; it is stopped by ending the worker.
import { playScenario } from '@green-lamp/core/yard';
import type { ScenarioAsked, ScenarioSaid } from './scenario-words.ts';

const say = (said: ScenarioSaid): void => {
  postMessage(said);
};

addEventListener('message', ({ data }: MessageEvent<ScenarioAsked>) => {
  const began = performance.now();
  const played = playScenario(data.scenario, (done, all) => {
    say({ is: 'progress', done, all });
    return true;
  });
  if (played.ok) say({ is: 'done', played: played.value, took: performance.now() - began });
  else say({ is: 'wrong', problems: played.problems });
});
