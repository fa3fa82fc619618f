import { Button, Flex, Text } from '@chakra-ui/react';
import { SentFor } from '../../../purchases';
import type { StationProps } from '../shared/props';

/** Until a plan is chosen it is an idea: what lies in the drawer stays free for others. */
export function Chosen({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  const held = job.modules.filter((m) => m.tag && m.plannedAt).map((m) => m.tag);
  const stop = job.findings.some((f) => f.severity === 'STOP');
  const changed = job.fitLines.length > 0;
  if (job.chosen) {
    return (
      <>
        <Flex gap="3" align="center" wrap="wrap">
          <Text color="good" fontWeight="700">
            ✓ This plan is chosen
            {held.length > 0 && `; ${held.join(', ')} ${held.length === 1 ? 'is' : 'are'} this job's`}.
          </Text>
          {!readOnly && (
            <Button
              size="sm"
              variant="outline"
              color="ink"
              onClick={() => void change({ type: 'ChoosePlan', chosen: false })}
            >
              Not yet
            </Button>
          )}
        </Flex>
        {!job.closed && <SentFor job={job.id} />}
      </>
    );
  }
  if (readOnly || !changed) return null;
  // The button stands where it always stands: in the line that leads.
  return (
    <Text color="quiet">
      {stop
        ? 'A finding stops it, see the findings.'
        : held.length > 0
          ? `Chosen, ${held.join(', ')} ${held.length === 1 ? 'is' : 'are'} kept for this job; until then others may take ${held.length === 1 ? 'it' : 'them'}.`
          : 'Chosen, it is what opening and fitting follow.'}
    </Text>
  );
}
