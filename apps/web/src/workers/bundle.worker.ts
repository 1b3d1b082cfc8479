// Packs a station's bundle away from the page: pictures take their time.
import { bundleOf, sayBundleFault, verifyBundle } from '@green-lamp/core/journal';
import type { BundleAsked, BundleSaid } from './bundle-words.ts';

addEventListener('message', ({ data }: MessageEvent<BundleAsked>) => {
  const say = (said: BundleSaid): void => {
    postMessage(said);
  };
  try {
    const bytes = bundleOf(data.stream, data.head, data.files);
    // Judged before it is given away, by the rules by which anybody will judge it.
    const verified = verifyBundle(bytes);
    say(verified.ok ? { is: 'done', bytes } : { is: 'failed', why: sayBundleFault(verified) });
  } catch (error) {
    say({ is: 'failed', why: error instanceof Error ? error.message : 'It could not be packed.' });
  }
});
