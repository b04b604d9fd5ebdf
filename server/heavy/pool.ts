import { say } from "@yarrow-ridge/core/words";
import { readFileSync } from "node:fs";
import { Worker } from "node:worker_threads";
import { ScoreError } from "@yarrow-ridge/core/score";
import type { Tasks } from "./tasks.ts";

/** Work that can be watched and stopped while it is done. */
export interface Watch {
  readonly signal: AbortSignal;
  /** Called with the share that is done, 0 to 1. */
  readonly onProgress: (share: number) => void;
}

interface Job {
  readonly name: string;
  readonly args: unknown[];
  readonly watch: Watch | undefined;
  readonly resolve: (value: unknown) => void;
  readonly reject: (error: Error) => void;
}

interface Reply {
  /** The worker has what it needs and begins: from now on the time counts. */
  readonly begun?: { readonly thread: string | undefined };
  readonly progress?: number;
  readonly result?: unknown;
  readonly error?: {
    known: boolean;
    message: string;
    bar?: string;
    choices?: ScoreError["choices"];
  };
}

/** What a pool of workers may cost. */
export interface Cost {
  readonly workers: number;
  /** Milliseconds of the processor a task may take. */
  readonly time: number;
  /** Megabytes a worker may hold. */
  readonly memory: number;
}

/**
 * Two, so that one large piece does not keep everybody waiting; the largest file that is allowed
 * takes a third of the time on a slow machine.
 */
const WORK: Cost = { workers: 2, time: 120_000, memory: 2048 };

/** A file nobody has looked at yet may be damaged or hostile: it costs this much and no more. */
const READING: Cost = { workers: 1, time: 10_000, memory: 450 };

const DAMAGED = say`to work through; it may be damaged or far too large.`;

/** Somebody stopped the work. */
export class Stopped extends Error {
  constructor() {
    super(say`The work was stopped.`);
    this.name = "Stopped";
  }
}

/**
 * Runs heavy tasks in worker threads, in turn; a task that takes too long is stopped and said so.
 */
export class HeavyPool {
  private readonly idle: Worker[] = [];
  private readonly workers = new Set<Worker>();
  private readonly queue: Job[] = [];

  constructor(private readonly cost: Cost = WORK) {}

  run<K extends keyof Tasks>(
    name: K,
    ...args: Parameters<Tasks[K]>
  ): Promise<ReturnType<Tasks[K]>> {
    return this.watched(undefined, name, ...args);
  }

  /**
   * The same, telling how far it is; when its signal is aborted it is stopped, and rejects with a
   * {@link Stopped}.
   */
  watched<K extends keyof Tasks>(
    watch: Watch | undefined,
    name: K,
    ...args: Parameters<Tasks[K]>
  ): Promise<ReturnType<Tasks[K]>> {
    return new Promise((resolve, reject) => {
      if (watch?.signal.aborted) return reject(new Stopped());
      const job: Job = { name, args, watch, resolve: resolve as (value: unknown) => void, reject };
      this.queue.push(job);
      watch?.signal.addEventListener("abort", () => {
        const waiting = this.queue.indexOf(job);
        if (waiting >= 0) {
          this.queue.splice(waiting, 1);
          reject(new Stopped());
        }
      });
      this.next();
    });
  }

  async close(): Promise<void> {
    await Promise.all([...this.workers].map((worker) => worker.terminate()));
  }

  private next(): void {
    if (this.queue.length === 0) return;
    const worker =
      this.idle.pop() ?? (this.workers.size < this.cost.workers ? this.start() : undefined);
    if (!worker) return;
    const job = this.queue.shift()!;
    const settle = (finish: () => void, alive: boolean) => {
      clearInterval(timer);
      job.watch?.signal.removeEventListener("abort", onAbort);
      worker.off("message", onMessage).off("error", onError);
      worker.unref();
      if (alive) this.idle.push(worker);
      else {
        this.workers.delete(worker);
        void worker.terminate();
      }
      finish();
      this.next();
    };
    let timer: NodeJS.Timeout | undefined;
    const tooLong = () =>
      settle(() => job.reject(new ScoreError(say`The score takes too long ${DAMAGED}`)), false);
    const onAbort = () => settle(() => job.reject(new Stopped()), false);
    const onMessage = (reply: Reply) => {
      if (reply.begun) {
        const spent = timeOf(reply.begun.thread);
        timer = setInterval(() => spent() > this.cost.time && tooLong(), LOOKED_AFTER);
      } else if (reply.progress !== undefined) job.watch?.onProgress(reply.progress);
      else
        settle(
          () => (reply.error ? job.reject(revive(reply.error)) : job.resolve(reply.result)),
          true,
        );
    };
    const onError = (error: Error) =>
      settle(
        () =>
          job.reject(
            outOfMemory(error)
              ? new ScoreError(say`The score is too large to work through here.`)
              : error,
          ),
        false,
      );
    worker.on("message", onMessage).on("error", onError);
    job.watch?.signal.addEventListener("abort", onAbort);
    worker.ref();
    worker.postMessage({ name: job.name, args: job.args, watched: job.watch !== undefined });
  }

  private start(): Worker {
    const worker = new Worker(new URL("./start.mjs", import.meta.url), {
      resourceLimits: { maxOldGenerationSizeMb: this.cost.memory },
    });
    this.workers.add(worker);
    return worker;
  }
}

/** The server's workers: one reads files from outside, two work on what was read. */
export class Workshop extends HeavyPool {
  private readonly reading = new HeavyPool(READING);

  /** Reads a file from outside, at a cost that is small whatever is in it. */
  readonly read = (...args: Parameters<Tasks["read"]>): Promise<ReturnType<Tasks["read"]>> =>
    this.reading.run("read", ...args);

  override async close(): Promise<void> {
    await Promise.all([super.close(), this.reading.close()]);
  }
}

/** Milliseconds between two looks at what a task has cost. */
const LOOKED_AFTER = 200;
/** Milliseconds in one of the ticks Linux counts processor time in (USER_HZ is 100). */
const TICK = 10;
/** On a machine that is this busy a task is given up all the same. */
const SLOWEST = 8;

/**
 * What a task costs from now on, in milliseconds of the processor: on a busy machine it takes
 * longer and costs the same. Where the system does not tell, by the clock.
 *
 * @param thread its folder under `/proc`
 */
function timeOf(thread: string | undefined): () => number {
  const start = performance.now();
  const clock = () => performance.now() - start;
  const ticks = () => {
    // the name, in brackets, may hold anything; user and system time are the 14th and 15th field
    const fields = readFileSync(`/proc/${thread}/stat`, "utf8").split(") ").at(-1)!.split(" ");
    return (Number(fields[11]) + Number(fields[12])) * TICK;
  };
  try {
    const before = ticks();
    return () => {
      try {
        return Math.max(ticks() - before, clock() / SLOWEST);
      } catch {
        return clock();
      }
    };
  } catch {
    return clock;
  }
}

const outOfMemory = (error: Error): boolean =>
  (error as NodeJS.ErrnoException).code === "ERR_WORKER_OUT_OF_MEMORY";

const revive = ({ known, message, bar, choices }: NonNullable<Reply["error"]>): Error =>
  known ? new ScoreError(message, bar, choices) : new Error(message);
