export * from './accounts';
export * from './beam';
export * from './figures';
export * from './custody-line';
export * from './audit';
export * from './ever-born';
export * from './json';
export * from './jsonl';
