export * from './hanging';
export * from './today';
export * from './plain';
export * from './harvest';
export * from './left-out';
export * from './part';
