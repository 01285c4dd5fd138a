export * from './account';
export * from './given-cuts';
export * from './light';
export * from './names';
export * from './season';
export * from './sent';
export * from './supposed';
export * from './waste';
