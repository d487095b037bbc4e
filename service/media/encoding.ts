/** Pictures are decoded and encoded in processes beside the service, a few at once; one that takes too long is killed. */
import { fork, type ChildProcess } from 'node:child_process';
import { createRequire } from 'node:module';
import { constants, setPriority } from 'node:os';
import { dirname, join } from 'node:path';
import type { Rendition } from '../records/pictures.js';
import { slots, type SlotLimits } from '../slots.js';
import type { SafeDrawing } from './svg.js';

export interface Encoded {
  /** Size in pixels, upright. */
  readonly width: number;
  readonly height: number;
  readonly renditions: readonly Rendition[];
  /** A drawing, written anew without what is harmful. */
  readonly drawing?: SafeDrawing;
}

/** Why there is no picture: the file is none, it is too large, or it took too long. */
export type EncodingFault = 'format' | 'size' | 'time';

export interface EncodingLimits {
  readonly pixels: number;
  /** Of the longer side. */
  readonly side: number;
  readonly ms: number;
}

export interface EncodingJob {
  readonly file: Uint8Array;
  /** In pixels, rising; those wider than the picture become its own width. */
  readonly widths: readonly number[];
  /** `plain` is what everything reads: JPEG, or PNG where something shines through. */
  readonly formats: readonly ('avif' | 'webp' | 'plain')[];
  readonly limits: EncodingLimits;
  /** True for a drawing, which is made harmless before it is drawn. */
  readonly isDrawing?: boolean;
}

/** @returns the renditions, or why there are none. @throws Problem `busy` when too many wait */
export type Encode = (job: EncodingJob) => Promise<Encoded | EncodingFault>;

// Found through the package itself, so that it is right from the sources and from the build.
const PROGRAM = join(
  dirname(createRequire(import.meta.url).resolve('@parlour/service/package.json')),
  'media',
  'encoder.mjs',
);

/** Every process there is, at work or not. */
const processes = new Set<ChildProcess>();

/** Processes of one urgency. @param priority of the processes, as the system counts it: the higher, the later */
function encoders(limits: SlotLimits, priority: number): Encode {
  const inTurn = slots(limits);
  const idle: ChildProcess[] = [];
  const encoder = (): ChildProcess => {
    const known = idle.pop();
    if (known?.connected) return known;
    const child = fork(PROGRAM, [], { serialization: 'advanced', execArgv: [], stdio: 'ignore' });
    // It must not keep the service from ending.
    child.unref();
    child.channel?.unref();
    if (child.pid !== undefined) setPriority(child.pid, priority);
    processes.add(child);
    child.on('exit', () => processes.delete(child));
    return child;
  };
  return (job) =>
    inTurn(async () => {
      const child = encoder();
      const result = await encodeWith(child, job);
      if (result !== 'time' && child.connected) idle.push(child);
      else child.kill('SIGKILL');
      return result;
    });
}

/** For whoever waits for a picture. */
export const encode = encoders(
  { running: 2, waiting: 24, refusal: 'Too many pictures are being made right now.' },
  constants.priority.PRIORITY_NORMAL,
);

/** For what nobody waits for: one at a time, when the processor has nothing better to do. */
export const encodeLater = encoders(
  { running: 1, waiting: 1, refusal: 'A picture is being made already.' },
  constants.priority.PRIORITY_LOW,
);

let lastId = 0;

function encodeWith(child: ChildProcess, job: EncodingJob): Promise<Encoded | EncodingFault> {
  const id = ++lastId;
  return new Promise((resolve) => {
    const finish = (result: Encoded | EncodingFault): void => {
      clearTimeout(timer);
      child.off('message', heard).off('exit', gone).off('error', gone);
      resolve(result);
    };
    const heard = (answer: unknown): void => {
      // Written by `encoder.mjs`, which is ours.
      const { id: of, made, fault } = answer as { id: number; made?: Encoded; fault?: EncodingFault };
      if (of === id) finish(made ? { ...made, renditions: made.renditions.map(asBuffer) } : (fault ?? 'format'));
    };
    // A decoder that crashes takes its own process along, no other.
    const gone = (): void => finish('format');
    const timer = setTimeout(() => finish('time'), job.limits.ms);
    child.on('message', heard).on('exit', gone).on('error', gone);
    child.send({ ...job, id, file: Buffer.from(job.file) });
  });
}

const asBuffer = ({ bytes, ...about }: Rendition): Rendition => ({ ...about, bytes: Buffer.from(bytes) });

/** Ends the processes, also those at work: whoever waits for a picture gets none. */
export function stopEncoding(): void {
  for (const child of processes) {
    if (child.connected) child.disconnect();
    child.kill('SIGKILL');
  }
}
