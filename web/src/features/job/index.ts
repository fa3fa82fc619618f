export { JobPage } from './JobPage';
export { STATIONS } from '../../parts/stations';
