// Looks through the rows of many stations away from the page: each sheet by every check, all of them across with those that exist.
import { previewMany } from '@green-lamp/core/walk';
import { newElementId } from '../store/element-id.ts';
import type { ManyAsked, ManySaid } from './many-words.ts';

const say = (said: ManySaid): void => {
  postMessage(said);
};

addEventListener('message', ({ data }: MessageEvent<ManyAsked>) => {
  const { text, model, existing, demo, now } = data;
  let told = 0;
  const preview = previewMany(text, model, {
    around: { traits: () => null, demo, now },
    existing,
    newElement: newElementId,
    progress: (done, of) => {
      if (done - told < 20) return;
      told = done;
      say({ is: 'progress', done, of });
    },
  });
  say({ is: 'done', preview });
});
