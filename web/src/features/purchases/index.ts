export { OrdersPage } from './OrdersPage';
export { SentFor } from './SentFor';
