import { Box } from '@chakra-ui/react';
import type { Schemas } from '../api/client';

type Fastener = Schemas['FastenerView'];

const ROLE: Record<Fastener['role'], string> = {
  OUT: 'out',
  LOOSEN_ONLY: 'loosen only',
  LIFTS_COVER: 'lifts the cover, loosen only',
  SHARED: 'shared with another part',
  LEAVE_ALONE: 'leave alone',
};

/** The side's outline with its fasteners where they are: number, and a shape per length; the list beside says what they are. */
export function FastenerPicture({ fasteners }: { fasteners: Fastener[] }) {
  const groups = [...new Set(fasteners.map(kind))];
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: '1fr', sm: '15rem 1fr' }}
      gap="3"
      alignItems="start"
      color="ink"
      mt="2"
    >
      <svg viewBox="0 0 240 150" width="100%" aria-hidden="true">
        <rect
          x="3"
          y="3"
          width="234"
          height="144"
          rx="10"
          fill="none"
          stroke="currentColor"
          strokeWidth="2"
        />
        {fasteners.map((f) => {
          const n = groups.indexOf(kind(f)) + 1;
          const x = 12 + f.x * 216;
          const y = 12 + f.y * 126;
          return (
            <g key={`${f.x}-${f.y}`}>
              {f.role === 'OUT' ? (
                <circle cx={x} cy={y} r="9" fill="none" stroke="currentColor" strokeWidth="2" />
              ) : (
                <path d={`M${x - 9} ${y - 9}h18v18h-18z`} fill="none" stroke="currentColor" strokeWidth="2" />
              )}
              <text
                x={x}
                y={y + 4}
                textAnchor="middle"
                fill="currentColor"
                style={{ fontSize: 12, fontWeight: 700 }}
              >
                {n}
              </text>
            </g>
          );
        })}
      </svg>
      <Box as="ul" listStyleType="none" fontSize="sm">
        {groups.map((g, i) => (
          <li key={g}>
            <b>{i + 1}</b>: {fasteners.filter((f) => kind(f) === g).length} × {g}
          </li>
        ))}
      </Box>
    </Box>
  );
}

function kind(f: Fastener): string {
  return `${f.bit}, ${f.length}, ${ROLE[f.role]}${f.hiddenUnder ? `, under ${f.hiddenUnder}` : ''}`;
}
