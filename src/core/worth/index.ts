export * from './prices';
export * from './worth';
