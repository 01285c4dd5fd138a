export * from './facts';
export * from './expect';
export * from './verdict';
export * from './truth';
export * from './learn';
export * from './pool';
export * from './shares';
export * from './condition';
