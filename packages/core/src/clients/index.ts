export * from './facts.ts';
export * from './map-tiles.ts';
