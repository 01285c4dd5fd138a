export * from './drawing';
export * from './geometry';
export * from './inside';
export * from './load';
export * from './look';
export * from './warp';
