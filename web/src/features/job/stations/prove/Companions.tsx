import { Badge, Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Findings } from '../../../../parts/Findings';
import type { Change, JobView } from '../../api';

type Companion = JobView['opening']['companions'][number];
const ANSWER = { NOT_ASKED: 'not asked', YES: 'owner says yes', NO: 'owner says no' };

/** Other work in the same machine, one after the other, once memory is proven. */
export function Companions({ job, change, readOnly }: { job: JobView; change: Change; readOnly: boolean }) {
  const agreed = job.opening.companions.filter((c) => c.answer === 'YES' || c.looked || c.done);
  return (
    <details open={agreed.some((c) => !c.done)} data-companions>
      <Box as="summary" cursor="pointer" fontWeight="600" width="fit-content">
        Other work{agreed.length > 0 && `: ${agreed.map((c) => c.name.toLowerCase()).join(', ')}`}
      </Box>
      <Stack gap="3" mt="2">
        <Findings findings={job.opening.companionGates} />
        {(agreed.length > 0 ? agreed : job.opening.companions).map((c) => (
          <One
            key={c.extra}
            companion={c}
            waits={job.opening.companionGates.length > 0}
            change={change}
            readOnly={readOnly}
          />
        ))}
        {agreed.length > 0 && (
          <Text color="quiet">More is offered with its price on Plan, over the counter.</Text>
        )}
      </Stack>
    </details>
  );
}

function One({
  companion: c,
  waits,
  change,
  readOnly,
}: {
  companion: Companion;
  waits: boolean;
  change: Change;
  readOnly: boolean;
}) {
  const [note, setNote] = useState('');
  const say = (phase: 'LOOKED' | 'DONE') => {
    void change({ type: 'CompanionWork', extra: c.extra, phase, note: note.trim() });
    setNote('');
  };
  return (
    <Box data-companion={c.extra}>
      <Flex gap="3" align="center" wrap="wrap">
        <Text fontWeight="700">{c.name}</Text>
        <Badge>{ANSWER[c.answer]}</Badge>
        {c.done !== undefined && <Text color="good">✓ done{c.done && `: ${c.done}`}</Text>}
      </Flex>
      {c.looked ? <Text>Looked: {c.looked}</Text> : <Text color="quiet">{c.look}</Text>}
      {c.done === undefined &&
        c.cautions.map((x) => (
          <Text key={x} fontSize="sm">
            <b>Caution.</b> {x}
          </Text>
        ))}
      {!readOnly && c.done === undefined && (
        <Flex gap="2" mt="1" wrap="wrap" align="center">
          <Input
            size="sm"
            width="18rem"
            aria-label={`What is seen or done: ${c.name}`}
            value={note}
            maxLength={500}
            onChange={(e) => setNote(e.target.value)}
          />
          {!c.looked && (
            <Button
              size="sm"
              variant="outline"
              color="ink"
              disabled={note.trim() === ''}
              onClick={() => say('LOOKED')}
            >
              Looked
            </Button>
          )}
          <Button
            size="sm"
            variant="outline"
            color="ink"
            disabled={waits || c.gates.length > 0}
            onClick={() => say('DONE')}
          >
            Done
          </Button>
          {c.gates.length > 0 && <Text fontSize="sm">{c.gates.map((g) => g.text).join(' ')}</Text>}
        </Flex>
      )}
    </Box>
  );
}
