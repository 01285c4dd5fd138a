export { GET } from '../../../healthz/+server';
