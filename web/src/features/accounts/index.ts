export { AccountsPage } from './AccountsPage';
