import { Button, Flex } from '@chakra-ui/react';
import type { StationProps } from '../shared/props';

const PURPOSES = [
  ['LOOK', 'Open for a look'],
  ['FAULT', 'Open to find a fault'],
  ['COMPANION', 'Open for other work'],
] as const;

/** A round for something else than fitting: it leads to every socket, and passes the same gates. */
export function OtherRounds({ job, change }: Pick<StationProps, 'job' | 'change'>) {
  const positions = job.found.lanes.flatMap((l) =>
    l.blocks.filter((b) => !b.soldered && !b.absent).map((b) => b.position),
  );
  // To where the agreed work is, as far as the record knows it.
  const bays = [
    ...new Set(
      job.opening.companions
        .filter((c) => c.answer === 'YES' && c.done === undefined && c.cannot === undefined)
        .flatMap((c) => c.bays),
    ),
  ];
  return (
    <Flex gap="2" wrap="wrap">
      {PURPOSES.map(([purpose, text]) => (
        <Button
          key={purpose}
          size="sm"
          variant="outline"
          color="ink"
          onClick={() =>
            void change({
              type: 'OpenFor',
              purpose,
              positions: purpose === 'COMPANION' && bays.length > 0 ? bays : positions,
            })
          }
        >
          {text}
        </Button>
      ))}
    </Flex>
  );
}
