import { Box, Heading } from '@chakra-ui/react';
import type { StationProps } from './props';
import { Steps } from './Steps';

/** The way back, step by step; folded away once all is on again. */
export function CloseUp({ job, change, readOnly }: Pick<StationProps, 'job' | 'change' | 'readOnly'>) {
  if (!job.closingSteps.some((s) => s.kind === 'PUT_BACK')) return null;
  const closed = job.now.off.length === 0;
  return (
    <details open={!closed}>
      <Box as="summary" cursor="pointer" mb="2">
        <Heading as="h2" size="md" display="inline">
          {closed ? 'Closed up, all parts are on' : 'Close up, as far as the start needs it'}
        </Heading>
      </Box>
      <Steps job={job.id} steps={job.closingSteps} disabled={readOnly} change={change} />
    </details>
  );
}
