import { Box } from '@chakra-ui/react';
import type { Schemas } from '../api/client';

export type Severity = Schemas['FindingView']['severity'];

/** Each severity has a colour, a shape and a word of its own: colour is never the only sign. */
export const SEVERITY: Record<Severity, { word: string; color: string; soft: string; path: string }> = {
  STOP: { word: 'Stop', color: 'stop', soft: 'stopSoft', path: 'M5 1h6l4 4v6l-4 4H5l-4-4V5z' },
  RISK: { word: 'Risk', color: 'risk', soft: 'riskSoft', path: 'M8 1 15.5 15H.5z' },
  COST: { word: 'Cost', color: 'risk', soft: 'panel', path: 'M1 4h14v8H1z' },
  NOTE: { word: 'Note', color: 'info', soft: 'panel', path: 'M8 1a7 7 0 1 0 0 14A7 7 0 0 0 8 1z' },
  PROVEN: { word: 'Proven', color: 'good', soft: 'goodSoft', path: 'M1 15 8 2l7 13H9l-1-4-1 4z' },
};

export function SeverityMark({ severity }: { severity: Severity }) {
  const s = SEVERITY[severity];
  return (
    <Box
      as="span"
      display="inline-flex"
      alignItems="center"
      gap="1.5"
      color={s.color}
      fontWeight="700"
      fontSize="sm"
    >
      <svg width="14" height="14" viewBox="0 0 16 16" aria-hidden="true" fill="currentColor">
        <path d={s.path} />
      </svg>
      {s.word}
    </Box>
  );
}
