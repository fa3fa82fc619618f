export { FieldDeskPage } from './FieldDeskPage';
