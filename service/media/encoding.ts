/** Pictures are decoded and encoded in processes beside the service, a few at once; one that takes too long is killed. */
import { fork, type ChildProcess } from 'node:child_process';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { slots } from '../slots.js';

export interface Rendition {
  readonly width: number;
  readonly bytes: Buffer;
}

export interface Encoded {
  /** Size in pixels, upright. */
  readonly width: number;
  readonly height: number;
  readonly renditions: readonly Rendition[];
}

/** Why there is no picture: the file is none, it is too large, or it took too long. */
export type EncodingFault = 'format' | 'size' | 'time';

export interface EncodingLimits {
  readonly pixels: number;
  /** Of the longer side. */
  readonly side: number;
  readonly ms: number;
}

const AT_ONCE = 2;
const inTurn = slots({
  running: AT_ONCE,
  waiting: 24,
  refusal: 'Too many pictures are being made right now.',
});

const idle: ChildProcess[] = [];
let lastId = 0;

// Found through the package itself, so that it is right from the sources and from the build.
const PROGRAM = join(
  dirname(createRequire(import.meta.url).resolve('@parlour/service/package.json')),
  'media',
  'encoder.mjs',
);

function encoder(): ChildProcess {
  const known = idle.pop();
  if (known?.connected) return known;
  const child = fork(PROGRAM, [], { serialization: 'advanced', execArgv: [], stdio: 'ignore' });
  // It must not keep the service from ending.
  child.unref();
  child.channel?.unref();
  return child;
}

/**
 * Makes the renditions of a picture.
 * @param widths in pixels; those wider than the picture become its own width
 * @throws Problem `busy` when too many wait
 */
export const encode = (
  file: Uint8Array,
  widths: readonly number[],
  limits: EncodingLimits,
): Promise<Encoded | EncodingFault> => inTurn(() => encodeWith(encoder(), file, widths, limits));

function encodeWith(
  child: ChildProcess,
  file: Uint8Array,
  widths: readonly number[],
  limits: EncodingLimits,
): Promise<Encoded | EncodingFault> {
  const id = ++lastId;
  return new Promise((resolve) => {
    const finish = (result: Encoded | EncodingFault, usable: boolean): void => {
      clearTimeout(timer);
      child.off('message', heard).off('exit', gone).off('error', gone);
      if (usable && child.connected) idle.push(child);
      else child.kill('SIGKILL');
      resolve(result);
    };
    const heard = (answer: unknown): void => {
      const { id: of, made, fault } = answer as { id: number; made?: Encoded; fault?: EncodingFault };
      if (of === id) finish(made ? { ...made, renditions: made.renditions.map(asBuffer) } : (fault ?? 'format'), true);
    };
    // A decoder that crashes takes its own process along, no other.
    const gone = (): void => finish('format', false);
    const timer = setTimeout(() => finish('time', false), limits.ms);
    child.on('message', heard).on('exit', gone).on('error', gone);
    child.send({ id, file: Buffer.from(file), widths, limits });
  });
}

const asBuffer = ({ width, bytes }: Rendition): Rendition => ({ width, bytes: Buffer.from(bytes) });

/** Ends the processes that wait for work. */
export function stopEncoding(): void {
  for (const child of idle.splice(0)) child.kill();
}
