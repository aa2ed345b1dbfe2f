import * as api from './api.ts';
import type { Endpoint } from './endpoint.ts';
import { openApi } from './openapi.ts';

export { api };
export * from './accounts.ts';
export * from './overview.ts';
export * from './waiting.ts';
export * from './messages.ts';
export * from './conversions.ts';
export * from './tags.ts';
export * from './listings.ts';
export * from './areas.ts';
export * from './reports.ts';
export * from './endpoint.ts';
export * from './problem.ts';
export * from './results.ts';
export * from './rights.ts';
export * from './scope.ts';
export * from './shapes.ts';
export * from './split-tests.ts';
export * from './term-names.ts';

/** Every endpoint by name. */
// By way of unknown: the compiler would compare each of them with `Endpoint`, part by part.
export const endpoints = Object.entries(api as unknown as Record<string, Endpoint>);

export const describeApi = () => openApi(endpoints);
