export { Broken, Nothing } from './Nothing';
