export * from './pack';
export * from './plan';
export * from './pieces';
