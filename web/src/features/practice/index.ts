export { RangePage } from './RangePage';
export { MachineOfRange } from './MachineOfRange';
export { Simulated } from './Simulated';
