import { documentFormat, type DocumentFormat } from '../basics/index.ts';
import type { Conditions } from './conditions.ts';

/** How conditions are stored by themselves. */
export const conditionsFormat: DocumentFormat<Conditions> = documentFormat('conditions', []);
