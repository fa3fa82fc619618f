import type { Schemas } from '../api/client';

export type StationId = Schemas['LegView']['station'];

/** The stations in order, with the part of the address they have. */
export const STATIONS: { id: StationId; path: string; name: string }[] = [
  { id: 'TAKE_IN', path: 'take-in', name: 'Take in' },
  { id: 'READ', path: 'read', name: 'Read' },
  { id: 'LIMITS', path: 'limits', name: 'Limits' },
  { id: 'PLAN', path: 'plan', name: 'Plan' },
  { id: 'OPEN', path: 'open', name: 'Open' },
  { id: 'FIT', path: 'fit', name: 'Fit' },
  { id: 'PROVE', path: 'prove', name: 'Prove' },
  { id: 'HAND_BACK', path: 'hand-back', name: 'Hand back' },
];
