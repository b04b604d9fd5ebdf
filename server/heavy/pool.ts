import { Worker } from 'node:worker_threads';
import { ScoreError } from '@yarrow-ridge/core/score';
import type { Tasks } from './tasks.ts';

interface Job {
  readonly name: string;
  readonly args: unknown[];
  readonly resolve: (value: unknown) => void;
  readonly reject: (error: Error) => void;
}

interface Reply {
  readonly result?: unknown;
  readonly error?: { known: boolean; message: string; bar?: string; choices?: ScoreError['choices'] };
}

/** Two, so that one large import does not keep everybody waiting. */
const SIZE = 2;
/** Milliseconds; the largest file that is allowed takes a third of it on a slow machine. */
const LIMIT = 120_000;

/** Runs heavy tasks in worker threads, in turn; a task that takes too long is stopped and said so. */
export class HeavyPool {
  private readonly idle: Worker[] = [];
  private readonly workers = new Set<Worker>();
  private readonly queue: Job[] = [];

  run<K extends keyof Tasks>(name: K, ...args: Parameters<Tasks[K]>): Promise<ReturnType<Tasks[K]>> {
    return new Promise((resolve, reject) => {
      this.queue.push({ name, args, resolve: resolve as (value: unknown) => void, reject });
      this.next();
    });
  }

  async close(): Promise<void> {
    await Promise.all([...this.workers].map((worker) => worker.terminate()));
  }

  private next(): void {
    if (this.queue.length === 0) return;
    const worker = this.idle.pop() ?? (this.workers.size < SIZE ? this.start() : undefined);
    if (!worker) return;
    const job = this.queue.shift()!;
    const settle = (finish: () => void, alive: boolean) => {
      clearTimeout(timer);
      worker.off('message', onMessage).off('error', onError);
      worker.unref();
      if (alive) this.idle.push(worker);
      else {
        this.workers.delete(worker);
        void worker.terminate();
      }
      finish();
      this.next();
    };
    const timer = setTimeout(() => settle(() => job.reject(new ScoreError('The score takes too long to work through; it may be damaged or far too large.')), false), LIMIT);
    const onMessage = (reply: Reply) => settle(() => (reply.error ? job.reject(revive(reply.error)) : job.resolve(reply.result)), true);
    const onError = (error: Error) => settle(() => job.reject(outOfMemory(error) ? new ScoreError('The score is too large to work through here.') : error), false);
    worker.on('message', onMessage).on('error', onError);
    worker.ref();
    worker.postMessage({ name: job.name, args: job.args });
  }

  private start(): Worker {
    const worker = new Worker(new URL('./start.mjs', import.meta.url), { resourceLimits: { maxOldGenerationSizeMb: 2048 } });
    this.workers.add(worker);
    return worker;
  }
}

const outOfMemory = (error: Error): boolean => (error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY';

const revive = ({ known, message, bar, choices }: NonNullable<Reply['error']>): Error => (known ? new ScoreError(message, bar, choices) : new Error(message));
