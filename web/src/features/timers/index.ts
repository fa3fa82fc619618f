export { TimerBar } from './TimerBar';
export { StartTimer } from './StartTimer';
export { useTimers } from './api';
