export * from './density';
export * from './code';
export * from './bags';
export * from './rolls';
export * from './portions';
