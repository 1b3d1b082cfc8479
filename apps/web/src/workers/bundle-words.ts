// What the page and the worker that packs a bundle say to each other.
import type { BundleFiles } from '@green-lamp/core/journal';
import type { Sha256, Stream } from '@green-lamp/core/name';

export type BundleAsked = { readonly stream: Stream; readonly head: Sha256; readonly files: BundleFiles };
export type BundleSaid = { readonly is: 'done'; readonly bytes: Uint8Array } | { readonly is: 'failed'; readonly why: string };
