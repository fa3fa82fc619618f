export { BenchMode } from './BenchMode';
export { JobPage } from './JobPage';
export { SlipPage } from './stations/plan/SlipPage';
