export * from './brand';
export * from './under';
export * from './mass';
export * from './money';
export * from './id';
export * from './time';
export * from './zone';
export * from './temperature';
