import { Box, Button, Flex, Text } from '@chakra-ui/react';
import type { Schemas } from '../../api/client';

export type Progress = Schemas['ProgressView'];

/** What another sheet would change, in words; what is none of it is not said. */
export function changes(c: NonNullable<Progress['change']>): string {
  const parts: [number, string][] = [
    [c.fresh, 'new'],
    [c.dearer, 'dearer'],
    [c.cheaper, 'cheaper'],
    [c.kept, 'as before'],
    [c.gone, 'no longer in it'],
  ];
  return parts
    .filter(([n]) => n > 0)
    .map(([n, what]) => `${n} ${what}`)
    .join(', ');
}

/** A sheet on its way in: how far it is, what it would change, and which of its lines are no offers. */
export function Landing({
  progress: p,
  onCancel,
  onCount,
}: {
  progress: Progress;
  onCancel: () => void;
  onCount: () => void;
}) {
  const words = {
    RUNNING: `Reading: ${p.done} of ${p.lines} lines`,
    READ: `Read, and not counted yet. Against the sheet that counts: ${p.change ? changes(p.change) : ''}`,
    NOTHING: 'No line of it is an offer, so nothing was replaced: the sheet before still counts',
    DONE: `${p.landed} of ${p.lines} lines landed and count now`,
    CANCELLED: 'Given up; the sheet before still counts',
    FAILED: p.why,
  }[p.state];
  return (
    <Box mt="2" role="status">
      <Flex gap="3" align="center" wrap="wrap">
        <Text flex="1" minW="14rem" fontWeight="600" color={p.state === 'NOTHING' ? 'risk' : undefined}>
          {words}.
          {p.badLines > 0 && ` ${p.badLines === 1 ? 'One line' : `${p.badLines} lines`} could not be read.`}
        </Text>
        {p.state === 'READ' && (
          <Button size="sm" onClick={onCount}>
            Let it count
          </Button>
        )}
        {(p.state === 'RUNNING' || p.state === 'READ') && (
          <Button size="sm" variant="outline" color="ink" onClick={onCancel}>
            {p.state === 'READ' ? 'Keep the sheet before' : 'Cancel'}
          </Button>
        )}
      </Flex>
      {p.state === 'RUNNING' && (
        <Box bg="line" height="6px" borderRadius="sm">
          <Box
            bg="accent"
            height="6px"
            borderRadius="sm"
            width={`${(100 * p.done) / Math.max(1, p.lines)}%`}
          />
        </Box>
      )}
      {p.bad.length > 0 && (
        <Box
          as="ul"
          maxH="12rem"
          overflowY="auto"
          listStyleType="none"
          tabIndex={0}
          aria-label="Lines that were not taken"
        >
          {p.bad.map((b) => (
            <Text as="li" key={b.no} fontSize="sm">
              Line {b.no}: {b.why}
            </Text>
          ))}
        </Box>
      )}
    </Box>
  );
}
