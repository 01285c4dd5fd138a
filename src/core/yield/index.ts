export * from './facts';
export * from './expect';
export * from './verdict';
export * from './state';
export * from './truth';
export * from './learn';
export * from './shares';
export * from './condition';
