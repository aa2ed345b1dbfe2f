export * from './notice-settings.ts';
export * from './on-duty.ts';
