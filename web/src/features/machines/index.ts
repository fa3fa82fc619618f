export { MachinePage } from './MachinePage';
export { MachinesPage } from './MachinesPage';
export { RecordEditor } from './edit/RecordEditor';
