import { Badge, Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { dayAndClock } from '../../../../parts/times';
import type { Change, JobView } from '../../api';

export type Start = JobView['starts'][number];

const OUTCOME: Record<Start['outcome'], { word: string; color: string; soft: string }> = {
  STARTED: { word: '✓ came up', color: 'good', soft: 'goodSoft' },
  SIGNAL: { word: '⬣ a signal', color: 'stop', soft: 'stopSoft' },
  SILENT: { word: '⬣ nothing', color: 'stop', soft: 'stopSoft' },
  NOT_SAID: { word: '? not said', color: 'risk', soft: 'riskSoft' },
};

const SHOWN = 3;

/** Every start that happened, the newest first; one of them is looked at. */
export function Starts({
  job,
  chosen,
  onChoose,
  change,
  readOnly,
}: {
  job: JobView;
  chosen: number | undefined;
  onChoose: (no: number) => void;
  change: Change;
  readOnly: boolean;
}) {
  const [all, setAll] = useState(false);
  if (job.starts.length === 0) return null;
  const newest = [...job.starts].reverse();
  return (
    <Box as="section" aria-label="Starts">
      <Heading as="h2" size="md" mb="2">
        Starts, the newest first
      </Heading>
      <Stack as="ol" gap="2" listStyleType="none">
        {newest.slice(0, all ? undefined : SHOWN).map((s) => (
          <Box
            as="li"
            key={s.no}
            bg="panel"
            borderWidth="2px"
            borderColor={s.no === chosen ? 'accent' : 'line'}
            borderRadius="md"
            px="3"
            py="2"
            data-start={s.no}
          >
            <Flex gap="3" align="center" wrap="wrap">
              <Text fontWeight="700">Start {s.nth}</Text>
              <Badge bg={OUTCOME[s.outcome].soft} color={OUTCOME[s.outcome].color} fontSize="sm">
                {OUTCOME[s.outcome].word}
              </Badge>
              <Text flex="1" minW="12rem" overflowWrap="anywhere">
                {s.note}
              </Text>
              <Text fontSize="sm" color="quiet">
                {s.at ? dayAndClock(s.at) : 'time not known'}, {s.by}
              </Text>
            </Flex>
            {s.actions.length > 0 && (
              <Text fontSize="sm" overflowWrap="anywhere">
                Before it: {s.actions.join('; ')}
              </Text>
            )}
            <Text fontSize="sm" color="quiet" overflowWrap="anywhere">
              {s.arrangement.length > 0 ? `In it: ${s.arrangement.join('; ')}` : 'No module in a socket'}
              {!s.counts && '. Another arrangement than now: it proves nothing about this one.'}
            </Text>
            <Flex gap="2" mt="1" wrap="wrap">
              <Button
                size="xs"
                variant="outline"
                color="ink"
                aria-pressed={s.no === chosen}
                onClick={() => onChoose(s.no)}
              >
                {s.no === chosen ? 'Its readings are below' : 'Its readings'}
              </Button>
              {!readOnly && (
                <Button
                  size="xs"
                  variant="outline"
                  color="ink"
                  onClick={() => void change({ type: 'Retract', no: s.no, reason: '' })}
                >
                  Did not happen
                </Button>
              )}
              {!readOnly && s.outcome === 'STARTED' && !(s.counts && job.chosen) && (
                <Button
                  size="xs"
                  variant="outline"
                  color="ink"
                  onClick={() =>
                    void change({ type: 'PlanAsStarted', start: s.no, name: `As at start ${s.nth}` })
                  }
                >
                  Make this the plan
                </Button>
              )}
            </Flex>
          </Box>
        ))}
      </Stack>
      {newest.length > SHOWN && (
        <Button
          size="sm"
          variant="outline"
          color="ink"
          mt="2"
          aria-expanded={all}
          onClick={() => setAll(!all)}
        >
          {all ? 'Only the newest' : `${newest.length - SHOWN} earlier starts`}
        </Button>
      )}
    </Box>
  );
}
