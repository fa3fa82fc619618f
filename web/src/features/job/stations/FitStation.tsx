import { Box, Button, Flex, Grid, Input, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Findings } from '../../../parts/Findings';
import type { JobView } from '../api';
import type { StationProps } from './props';

/** A line per position in fitting order. */
export function FitStation({ job, change, readOnly }: StationProps) {
  const shut = job.fittingGates.some((g) => g.severity === 'STOP');
  if (job.fitLines.length === 0) {
    return <Text>Nothing is planned to change yet, so there is nothing to fit. Make the plan first.</Text>;
  }
  return (
    <Stack gap="3">
      {shut && <Findings findings={job.fittingGates} />}
      <Text>
        Hold modules by their edges. If one does not go in under firm thumbs, take it out and look: the notch
        may be on the other side. Nothing is forced.
      </Text>
      <Stack as="ol" gap="3" listStyleType="none">
        {job.fitLines.map((l, i) => (
          <Line
            key={l.position}
            line={l}
            number={i + 1}
            disabled={readOnly || shut}
            onReseat={
              l.in && job.now.off.length > 0
                ? () => void change({ type: 'Reseat', position: l.position })
                : undefined
            }
            onConfirm={(done, seen) =>
              void change({ type: 'ConfirmFit', position: l.position, done, seen: seen || undefined })
            }
          />
        ))}
      </Stack>
    </Stack>
  );
}

function Line({
  line: l,
  number,
  disabled,
  onReseat,
  onConfirm,
}: {
  line: JobView['fitLines'][number];
  number: number;
  disabled: boolean;
  /** Absent where the way to it is shut or nothing is in it. */
  onReseat?: () => void;
  onConfirm: (done: boolean, seen: string) => void;
}) {
  const [seen, setSeen] = useState('');
  return (
    <Box
      as="li"
      bg="panel"
      borderWidth="2px"
      borderColor={l.done ? 'good' : 'line'}
      borderRadius="md"
      p="3"
      data-fit={l.position}
    >
      <Flex gap="3" wrap="wrap" align="start">
        <Box flex="1" minW="16rem">
          <Text fontWeight="700" fontSize="lg">
            {number}. {l.label}
          </Text>
          {l.out && (
            <Text>
              Out: {l.out}. {l.latches > 0 ? 'Open its latches first, then lift it out by its edges.' : ''}{' '}
              Into a bag with its tag.
            </Text>
          )}
          <Text fontWeight="600">{l.in ? `In: ${l.in}` : 'Stays empty.'}</Text>
          {l.in && (
            <Grid as="dl" templateColumns="auto 1fr" columnGap="3" mt="1">
              <Text as="dt" color="quiet">
                Notch
              </Text>
              <Text as="dd">
                {l.keySide}
                {l.turned ? ' (this socket is turned round)' : ''}
              </Text>
              <Text as="dt" color="quiet">
                Angle
              </Text>
              <Text as="dd">{l.angle}, until no gold is to be seen</Text>
              <Text as="dt" color="quiet">
                Latches
              </Text>
              <Text as="dd">
                {l.latches > 0
                  ? `${l.latches} flush at both sides, contact strip even`
                  : 'none; screws in their order'}
              </Text>
              {l.lowerFirst && (
                <>
                  <Text as="dt" color="quiet">
                    Order
                  </Text>
                  <Text as="dd">only after {l.lowerFirst}</Text>
                </>
              )}
            </Grid>
          )}
        </Box>
        <Stack gap="2" minW="15rem">
          {!l.done && l.in && (
            <Box>
              <label>
                <Text fontSize="sm" color="quiet">
                  Scan or type tag or label to be sure
                </Text>
                <Input
                  value={seen}
                  onChange={(e) => setSeen(e.target.value)}
                  fontFamily="mono"
                  disabled={disabled}
                  placeholder={l.inTag ?? ''}
                />
              </label>
            </Box>
          )}
          {l.done ? (
            <Flex align="center" gap="3">
              <Text color="good" fontWeight="700">
                ✓ Done
              </Text>
              <Button
                size="sm"
                variant="outline"
                color="ink"
                disabled={disabled}
                onClick={() => onConfirm(false, '')}
              >
                Take back
              </Button>
              {onReseat && (
                <Button size="sm" variant="outline" color="ink" disabled={disabled} onClick={onReseat}>
                  Out and in again
                </Button>
              )}
            </Flex>
          ) : (
            <Button disabled={disabled} onClick={() => onConfirm(true, seen.trim())}>
              {l.in ? 'Seated, latches flush' : 'Taken out'}
            </Button>
          )}
        </Stack>
      </Flex>
    </Box>
  );
}
