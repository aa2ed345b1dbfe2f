export * from './campaign.ts';
export * from './campaign-format.ts';
export * from './send-time.ts';
export * from './refusal-limit.ts';
