import { type Answer, answerOf, api, type Call, type Job, Problem } from "./client";

const POLL = 400; // milliseconds
const MOST_TRIES = 300;

interface Patience {
  /** Asking again would do it twice: then what the work came to is the answer. */
  once?: boolean;
  signal?: AbortSignal;
}

let line: Promise<unknown> = Promise.resolve();

/**
 * Waits for an answer that may take longer than a moment. The site does one piece of work of a
 * person at a time, so the calls of this page stand in line.
 */
export function patiently<T>(ask: () => Call<T>, patience: Patience = {}): Promise<Answer<T>> {
  const mine = line.then(() => askAndWait(ask, patience));
  line = mine.catch(() => undefined);
  return mine;
}

async function askAndWait<T>(ask: () => Call<T>, { once, signal }: Patience): Promise<Answer<T>> {
  for (let tries = 0; tries < MOST_TRIES; tries += 1) {
    signal?.throwIfAborted();
    const answer = await ask().catch(() => undefined);
    if (answer?.response.status === 202) {
      const job = await ended((answer.data as Job).id, signal);
      if (once) return job.result as Answer<T>;
      continue;
    }
    const busy = (answer?.error as { code?: string } | undefined)?.code === "job-refused";
    if (busy) {
      // Other work of the same person is under way, and nothing was begun of this.
      await pause(POLL * 2);
      continue;
    }
    return answerOf(answer ? Promise.resolve(answer) : Promise.reject(new Error()));
  }
  throw told("It takes very long. Try again later; nothing was lost.");
}

async function ended(id: number, signal?: AbortSignal): Promise<Job> {
  for (;;) {
    await pause(POLL);
    const job = await answerOf(
      api.GET("/api/jobs/{job_id}", { params: { path: { job_id: id } }, signal }) as Call<
        Job | undefined
      >,
    ).then((found) => found as unknown as Job);
    if (job.state === "done") return job;
    if (job.state === "failed" && job.problem) throw new Problem(job.problem);
    if (job.state === "stopped") throw told("Stopped, as you asked. Nothing was changed.");
  }
}

const told = (message: string) => new Problem({ code: "ended", message, at: [], standing: "" });

const pause = (milliseconds: number) =>
  new Promise<void>((resolve) => setTimeout(resolve, milliseconds));
