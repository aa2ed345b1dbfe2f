export * from './codes.ts';
export * from './voucher-pool.ts';
