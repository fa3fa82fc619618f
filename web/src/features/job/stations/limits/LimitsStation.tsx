import { Box, Button, Flex, Heading, Stack, Table, Text } from '@chakra-ui/react';
import { LimitsPicture } from '../../../../pictures/LimitsPicture';
import type { JobView } from '../../api';
import { useLimits } from './api';
import { AddClaim, AddTrial, QUANTITY, SOURCE } from './AddKnowledge';
import type { StationProps } from '../shared/props';

/** How far this machine goes: who says what, what was tried, and what both mean for the plan on the table. */
export function LimitsStation({ job, readOnly, change }: StationProps) {
  const limits = job.limits;
  const { retract } = useLimits(job);
  const marks = [...limits.marks, ...(limits.generation ? [limits.generation] : []), ...limits.like];
  return (
    <Stack gap="5">
      {limits.judged && <Judged judged={limits.judged} job={job} change={change} readOnly={readOnly} />}
      {marks.length > 0 ? (
        <LimitsPicture limits={marks} found={limits.foundMebibytes} planned={limits.plannedMebibytes} />
      ) : (
        <Text>Nobody has said anything about the ceilings of this model yet.</Text>
      )}
      {marks.length > 0 && (
        <Box overflowX="auto">
          <Table.Root size="sm">
            <Table.Header>
              <Table.Row bg="panel">
                <Table.ColumnHeader>Who says it</Table.ColumnHeader>
                <Table.ColumnHeader>About</Table.ColumnHeader>
                <Table.ColumnHeader>Figure</Table.ColumnHeader>
                <Table.ColumnHeader>Weight</Table.ColumnHeader>
                <Table.ColumnHeader>Where</Table.ColumnHeader>
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {marks.map((l) => (
                <Table.Row key={`${l.id}-${l.source}-${l.quantity}-${l.value}-${l.where}`} bg="panel">
                  <Table.Cell>
                    {l === limits.generation
                      ? 'Its years'
                      : limits.like.includes(l)
                        ? 'Like ones'
                        : SOURCE[l.source]}
                  </Table.Cell>
                  <Table.Cell>{QUANTITY[l.quantity]}</Table.Cell>
                  <Table.Cell fontWeight="700">{l.value}</Table.Cell>
                  <Table.Cell>
                    {l.hard
                      ? 'hard bound'
                      : l.source === 'MAKER' || l.source === 'CONTROLLER'
                        ? 'validated, may be passed'
                        : 'a hint'}
                  </Table.Cell>
                  <Table.Cell>
                    {l.where}
                    {l.bound && <Text color="quiet">{l.bound}</Text>}
                    {l.id !== undefined && !readOnly && (
                      <Button
                        size="xs"
                        variant="ghost"
                        color="ink"
                        onClick={() => retract.mutate(`claims/${l.id}`)}
                      >
                        Retract
                      </Button>
                    )}
                  </Table.Cell>
                </Table.Row>
              ))}
            </Table.Body>
          </Table.Root>
          {limits.like.length > 0 && (
            <Text color="quiet" mt="1">
              What ran in like machines is a try and no rule: this one may refuse it.
            </Text>
          )}
        </Box>
      )}
      <Trials job={job} readOnly={readOnly} onRetract={(id) => retract.mutate(`trials/${id}`)} />
      {retract.isError && (
        <Text role="alert" color="stop">
          {retract.error.message}
        </Text>
      )}
      {!readOnly && (
        <Flex gap="6" wrap="wrap" align="flex-start">
          <AddClaim job={job} />
          <AddTrial job={job} />
        </Flex>
      )}
    </Stack>
  );
}

/** Class, chance and conditions of the plan, each condition a thing to do. */
function Judged({
  judged: j,
  job,
  change,
  readOnly,
}: {
  judged: NonNullable<JobView['limits']['judged']>;
  job: JobView;
  change: StationProps['change'];
  readOnly: boolean;
}) {
  return (
    <Box as="section" aria-label="The plan against the limits" bg="panel" borderRadius="md" p="4">
      <Heading as="h2" size="lg">
        {`${j.name}; ${j.runs}`}
      </Heading>
      {!j.allowed && <Text color="risk">The house rules do not recommend it.</Text>}
      <details>
        <Box as="summary" color="quiet" cursor="pointer" width="fit-content" textDecoration="underline">
          Where that comes from
        </Box>
        <ChanceBar chance={j.chance} low={j.low} high={j.high} />
        <Text color="quiet">
          {`About ${j.chance} in 100 run; four times in five it is between ${j.low} and ${j.high}. Reckoned so: ${j.basis}.`}
        </Text>
      </details>
      {j.conditions.length > 0 && (
        <Stack as="ul" listStyleType="none" gap="2" mt="3">
          {j.conditions.map((c) => (
            <Flex as="li" key={c.kind} columnGap="3" rowGap="1" align="baseline" wrap="wrap">
              <Text as="span" fontWeight="700" color={c.met ? 'good' : 'risk'} width="4rem" flexShrink="0">
                {c.met ? '✓ Done' : '▲ Open'}
              </Text>
              <Text as="span" flex="1 1 12rem">
                {c.text}
              </Text>
              {c.kind === 'CONSENT' && !c.met && !readOnly && (
                <Button
                  size="sm"
                  variant="outline"
                  color="ink"
                  onClick={() =>
                    void change({
                      type: 'OwnerAgrees',
                      who: job.order.owner.slice(0, 100),
                      to: `${job.planned.installed}, which may be refused`,
                    })
                  }
                >
                  {`${job.order.owner} agreed`}
                </Button>
              )}
            </Flex>
          ))}
        </Stack>
      )}
    </Box>
  );
}

/** From the low to the high end as a stretch of a scale from never to always, with the mean as a stroke. */
function ChanceBar({ chance, low, high }: { chance: number; low: number; high: number }) {
  return (
    <Box
      my="2"
      height="12px"
      maxW="32rem"
      bg="line"
      borderRadius="sm"
      position="relative"
      role="img"
      aria-label={`${chance} per cent, between ${low} and ${high}`}
    >
      <Box
        position="absolute"
        left={`${low}%`}
        width={`${Math.max(1, high - low)}%`}
        top="0"
        bottom="0"
        bg="accent"
        opacity="0.55"
        borderRadius="sm"
      />
      <Box
        position="absolute"
        left={`calc(${chance}% - 2px)`}
        width="4px"
        top="-3px"
        bottom="-3px"
        bg="ink"
      />
    </Box>
  );
}

function Trials({
  job,
  readOnly,
  onRetract,
}: {
  job: JobView;
  readOnly: boolean;
  onRetract: (id: number) => void;
}) {
  const trials = job.limits.trials;
  return (
    <Box as="section" aria-label="Trials">
      <Heading as="h2" size="md" mb="1">
        What was tried
      </Heading>
      {trials.length === 0 && (
        <Text color="quiet">Nothing beyond its sheets was tried in this model yet.</Text>
      )}
      <Stack as="ul" listStyleType="none" gap="1">
        {trials.map((t) => (
          <Flex as="li" key={t.id} gap="3" align="baseline" color={t.retracted ? 'quiet' : undefined}>
            <Text
              as="span"
              width="5.5rem"
              flexShrink="0"
              fontWeight="700"
              color={t.outcome === 'FAILED' ? 'risk' : 'good'}
            >
              {t.outcome === 'FAILED' ? '▲ Refused' : t.outcome === 'PROVEN' ? '✓ Ran' : '✓ In part'}
            </Text>
            <Text as="span" flex="1" textDecoration={t.retracted ? 'line-through' : undefined}>
              {t.text}
              {t.relation !== 'THIS_MODEL' &&
                (t.relation === 'REPORTED' ? ` (told by ${t.machine})` : ` (a sister model: ${t.machine})`)}
              {t.covers
                ? '. Covers the plan.'
                : t.counts
                  ? '. Counts against the plan.'
                  : job.limits.judged && !t.retracted
                    ? '. Says nothing of this plan.'
                    : ''}
            </Text>
            {!readOnly && !t.retracted && (
              <Button size="xs" variant="ghost" color="ink" onClick={() => onRetract(t.id)}>
                Retract
              </Button>
            )}
          </Flex>
        ))}
      </Stack>
    </Box>
  );
}
