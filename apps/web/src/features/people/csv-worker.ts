import { decodeCsv, separatorOf } from '@plumgate/core/people';
import Papa from 'papaparse';

/** What a file begins with, and how many rows it has. */
export interface CsvGlimpse {
  header: string[];
  sample: string[][];
  rows: number;
}

const sampled = 200;

onmessage = ({ data }: MessageEvent<ArrayBuffer>) => {
  const text = decodeCsv(new Uint8Array(data));
  const glimpse: CsvGlimpse = { header: [], sample: [], rows: 0 };
  let isFirst = true;
  Papa.parse<string[]>(text, {
    delimiter: separatorOf(text),
    skipEmptyLines: true,
    step: ({ data: cells }) => {
      if (isFirst) glimpse.header = cells;
      else {
        glimpse.rows++;
        if (glimpse.sample.length < sampled) glimpse.sample.push(cells);
      }
      isFirst = false;
    },
    complete: () => postMessage(glimpse),
  });
};
