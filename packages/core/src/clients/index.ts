export * from './facts.ts';
export * from './map-tiles.ts';
export * from './local-business.ts';
export * from './country.ts';
export * from './facts-format.ts';
export * from './stars.ts';
export * from './client-records.ts';
