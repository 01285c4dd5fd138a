export * from './hanging';
export * from './today';
