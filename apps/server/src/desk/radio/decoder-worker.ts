// A program of its own thread that runs payload decoders after the published codec interface (LoRa Alliance TS013): each in an engine that has nothing but the language, with its own memory, and an end.
import { parentPort } from 'node:worker_threads';
import variant from '@jitl/quickjs-wasmfile-release-sync';
import { newQuickJSWASMModuleFromVariant, type QuickJSWASMModule, shouldInterruptAfterDeadline } from 'quickjs-emscripten-core';

export type DecoderAsked = {
  readonly id: number;
  readonly code: string;
  readonly bytes: readonly number[];
  readonly port: number;
  /** When it was received, as text after RFC 3339. */
  readonly at: string;
};
export type DecoderSaid =
  | { readonly is: 'ready' }
  | { readonly is: 'gave'; readonly id: number; readonly text: string }
  | { readonly is: 'failed'; readonly id: number; readonly why: string };

/** How long (ms) a decoder may run, how many bytes of memory and stack it may have, and how long its answer may be. */
export const longestRun = 250;
const mostMemory = 8 * 1024 * 1024;
const mostStack = 256 * 1024;
const mostAnswer = 64 * 1024;

/** An answer that holds functions, cycles or nothing is no answer; TS013 has `data`, `warnings` and `errors`. */
const asked = ({ bytes, port, at }: DecoderAsked): string =>
  `;JSON.stringify(decodeUplink({ bytes: ${JSON.stringify(bytes)}, fPort: ${port}, recvTime: new Date(${JSON.stringify(at)}) }));`;

const run = (engine: QuickJSWASMModule, of: DecoderAsked): DecoderSaid => {
  const until = Date.now() + longestRun;
  const runtime = engine.newRuntime({
    memoryLimitBytes: mostMemory,
    maxStackSizeBytes: mostStack,
    interruptHandler: shouldInterruptAfterDeadline(until),
  });
  try {
    const context = runtime.newContext();
    try {
      const result = context.evalCode(of.code + asked(of), 'decoder.js');
      if (result.error) {
        const said: unknown = context.dump(result.error);
        result.error.dispose();
        return {
          is: 'failed',
          id: of.id,
          why: Date.now() >= until ? `It ran for more than ${longestRun} ms and was ended.` : wordsOf(said),
        };
      }
      const given = result.value;
      const text = context.typeof(given) === 'string' ? context.getString(given) : null;
      given.dispose();
      if (text === null) return { is: 'failed', id: of.id, why: 'It gave nothing back.' };
      return text.length > mostAnswer ? { is: 'failed', id: of.id, why: 'It gave back more than 64 kB.' } : { is: 'gave', id: of.id, text };
    } finally {
      context.dispose();
    }
  } finally {
    runtime.dispose();
  }
};
/** What it threw, as one line. */
const wordsOf = (said: unknown): string => {
  const of = typeof said === 'object' && said !== null && 'message' in said ? String(said.message) : String(said);
  if (/out of memory/i.test(of)) return 'It wanted more than 8 MB of memory and was ended.';
  return `It stopped: ${of.replace(/\s+/g, ' ').slice(0, 160)}`;
};

const port = parentPort;
if (port !== null)
  void newQuickJSWASMModuleFromVariant(variant).then((engine) => {
    port.on('message', (of: DecoderAsked) => {
      let said: DecoderSaid;
      try {
        said = run(engine, of);
      } catch (error) {
        said = { is: 'failed', id: of.id, why: wordsOf(error) };
        // An engine that could not let go of what it ran is not used again.
        port.postMessage(said satisfies DecoderSaid);
        process.exit(0);
      }
      port.postMessage(said satisfies DecoderSaid);
    });
    port.postMessage({ is: 'ready' } satisfies DecoderSaid);
  });
