import type { Schemas } from '../../api/client';

export type Module = Schemas['DrawerModuleView'];

export const TESTED: Record<Module['tested'], string> = {
  GOOD: 'good',
  UNTESTED: 'untested',
  SUSPECT: 'suspect',
  BAD: 'bad',
};
export const ORIGIN: Record<Module['origin'], string> = { NEW: 'new', PULLED: 'pulled' };
export const STATES = Object.entries(TESTED) as [Module['tested'], string][];
export const ORIGINS = Object.entries(ORIGIN) as [Module['origin'], string][];
