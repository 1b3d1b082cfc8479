// What the page and the worker that plays a scenario say to each other.
import type { Problem } from '@green-lamp/core/problem';
import type { Played, YardScenario } from '@green-lamp/core/yard';

export type ScenarioAsked = { readonly scenario: YardScenario };
export type ScenarioSaid =
  | { readonly is: 'progress'; readonly done: number; readonly all: number }
  | { readonly is: 'wrong'; readonly problems: readonly Problem[] }
  | { readonly is: 'done'; readonly played: Played; readonly took: number };
