import type { CsvGlimpse } from './csv-worker.ts';

/** Looks into a file in a web worker: a large one takes seconds, in which the screen stays awake. */
export async function glimpseOf(file: Blob): Promise<CsvGlimpse> {
  const content = await file.arrayBuffer();
  const worker = new Worker(new URL('./csv-worker.ts', import.meta.url), { type: 'module' });
  try {
    return await new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<CsvGlimpse>) => resolve(data);
      worker.onerror = () => reject(new Error('The file could not be read. Is it a CSV file?'));
      worker.postMessage(content, [content]);
    });
  } finally {
    worker.terminate();
  }
}
