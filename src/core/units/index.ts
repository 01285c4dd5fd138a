export * from './brand';
export * from './mass';
export * from './money';
export * from './id';
export * from './time';
export * from './zone';
