export { Find } from './Find';
