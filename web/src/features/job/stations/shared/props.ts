import type { Change, JobView } from '../../api';

/** @property readOnly nothing can be changed: the desk account, or a job that is handed back */
export type StationProps = { job: JobView; change: Change; readOnly: boolean; writer: boolean };
