export * from './host-name.ts';
export * from './host-words.ts';
export * from './records.ts';
export * from './mail-records.ts';
export * from './domain-state.ts';
