export { SuppliersPage } from './SuppliersPage';
