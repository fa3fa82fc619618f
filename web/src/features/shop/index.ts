export { ShopPage } from './ShopPage';
