export * from './uses';
export * from './prices';
export * from './worth';
export * from './knife';
export * from './sent-out';
