export { DrawerPage } from './DrawerPage';
