export { MachinePage } from './MachinePage';
export { MachinesPage } from './MachinesPage';
