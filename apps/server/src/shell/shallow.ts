// Bodies are shallow: one that is nested deeper than anything of ours is refused before anybody walks into it.
import type { NextFunction, Request, Response } from 'express';
import { problem } from '@green-lamp/core/problem';
import { told } from './problem-reply.ts';

const deepest = 64;
const ownNames = ['__proto__', 'constructor', 'prototype'];

/** What is wrong with a body's nesting or names, or null; looked at without recursion. */
const faultOf = (body: unknown): string | null => {
  const waiting: { value: unknown; depth: number }[] = [{ value: body, depth: 0 }];
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    const { value, depth } = next;
    if (typeof value !== 'object' || value === null) continue;
    if (depth >= deepest) return `It is nested deeper than ${deepest} levels.`;
    const own = ownNames.find((name) => Object.hasOwn(value, name));
    if (own !== undefined) return `A field can’t be named '${own}'.`;
    for (const member of Object.values(value)) waiting.push({ value: member, depth: depth + 1 });
  }
  return null;
};

export const shallow = (request: Request, response: Response, next: NextFunction): void => {
  const why = faultOf(request.body);
  if (why === null) next();
  else response.status(400).json({ problems: [told(problem('refused', 'body', { why }))] });
};
