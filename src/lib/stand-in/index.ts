export { onPlate } from '$core/bench';
export { SimulatedScale, TEST_LINES } from './simulated-scale';
