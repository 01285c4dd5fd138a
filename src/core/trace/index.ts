export * from './graph';
export * from './stays';
export * from './epcis';
