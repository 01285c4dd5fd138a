export * from './graph';
