export * from './facts.ts';
export * from './map-tiles.ts';
export * from './local-business.ts';
export * from './country.ts';
