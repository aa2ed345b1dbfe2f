import { once } from 'node:events';
import { Worker } from 'node:worker_threads';

/**
 * What a thread of its own answers to something, for work on what strangers sent: it can be stopped, whatever it was given to
 * read. Rejects when it takes too long, or more memory than it may have.
 *
 * @param file the thread's file; it posts one message
 */
export async function askThread(
  file: string,
  data: unknown,
  { timeoutMs, megabytes = 256 }: { timeoutMs: number; megabytes?: number },
): Promise<unknown> {
  const worker = new Worker(file, {
    workerData: data,
    resourceLimits: { maxOldGenerationSizeMb: megabytes },
  });
  try {
    const said: unknown[] = await once(worker, 'message', {
      signal: AbortSignal.timeout(timeoutMs),
    });
    return said[0];
  } finally {
    await worker.terminate();
  }
}
