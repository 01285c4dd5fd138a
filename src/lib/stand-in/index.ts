export { onPlate } from '$core/bench';
export { SimulatedScale } from './simulated-scale';
