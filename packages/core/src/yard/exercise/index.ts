export * from './course.ts';
export { costOf, type Deed, deedMinutes, lookAt, minutesOf, type View, wrongAnswer } from './deeds.ts';
export * from './judge.ts';
