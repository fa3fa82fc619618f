export { TimerBar } from './TimerBar';
export { StartTimer } from './StartTimer';
