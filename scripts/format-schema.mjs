/** Writes the JSON Schema of the open format from core's own schema; a test says when it is out of date. */
import { writeFileSync } from 'node:fs';
import { bundleJsonSchema } from '@plumgate/core/formats';
import { format } from 'prettier';

const path = new URL('../docs/format/bundle.schema.json', import.meta.url);
writeFileSync(
  path,
  await format(JSON.stringify(bundleJsonSchema()), { parser: 'json', printWidth: 100 }),
);
