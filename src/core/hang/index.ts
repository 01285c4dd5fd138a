export * from './hanging';
export * from './today';
export * from './plain';
