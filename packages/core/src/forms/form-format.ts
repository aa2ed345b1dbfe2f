import { documentFormat, type DocumentFormat } from '../basics/index.ts';
import type { FormDefinition } from './form.ts';

/** How a form is stored. */
export const formFormat: DocumentFormat<FormDefinition> = documentFormat('form', []);
