export { type Make } from './make.ts';
export * from './asks.ts';
export * from './ready-band.ts';
export * from './ready-bands.ts';
export * from './ready-templates.ts';
export * from './plain-funnel.ts';
export * from './take.ts';
export * from './with-records.ts';
export * from './suits.ts';
