export { JobPage } from './JobPage';
export { SlipPage } from './SlipPage';
