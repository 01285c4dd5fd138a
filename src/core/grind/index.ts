export * from './recipe';
export * from './casing';
export * from './mix';
export * from './runs';
export * from './plan';
export { fatToAdd, blend, type Blend, type BlendAsk, type BlendLot } from './blend';
export * from './minutes';
