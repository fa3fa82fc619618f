import { Badge, Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { Findings } from '../../../../parts/Findings';
import type { Change, JobView } from '../../api';
import { Press } from '../../../../parts/Hand';

type Companion = JobView['opening']['companions'][number];
const ANSWER = { NOT_ASKED: 'not asked', YES: 'owner says yes', NO: 'owner says no' };

/** Other work in the same machine: where its place lies open it is done at once. */
export function Companions({
  job,
  change,
  readOnly,
  here = false,
}: {
  job: JobView;
  change: Change;
  readOnly: boolean;
  /** Only what lies open now, or was done in this machine; nothing where there is none of it. */
  here?: boolean;
}) {
  const agreed = job.opening.companions.filter(
    (c) =>
      c.answer === 'YES' ||
      c.looked !== undefined ||
      c.done !== undefined ||
      c.cannot !== undefined ||
      (here && c.extra === 'DUST' && c.answer !== 'NO' && c.open),
  );
  const shown = here
    ? agreed.filter((c) => c.open || c.done !== undefined || c.cannot !== undefined)
    : agreed;
  if (here && shown.length === 0) return null;
  return (
    <details open={shown.some((c) => c.done === undefined && c.cannot === undefined)} data-companions>
      <Box as="summary" cursor="pointer" fontWeight="600" width="fit-content">
        {here ? 'Other work that lies open' : 'Other work'}
        {shown.length > 0 && `: ${shown.map((c) => c.name.toLowerCase()).join(', ')}`}
      </Box>
      <Stack gap="3" mt="2">
        <Findings findings={job.opening.companionGates} />
        {(here || agreed.length > 0 ? shown : job.opening.companions).map((c) => (
          <One key={c.extra} companion={c} change={change} readOnly={readOnly} />
        ))}
        {!here && agreed.length > 0 && (
          <Text color="quiet">More is offered with its price on Plan, over the counter.</Text>
        )}
      </Stack>
    </details>
  );
}

function One({
  companion: c,
  change,
  readOnly,
}: {
  companion: Companion;
  change: Change;
  readOnly: boolean;
}) {
  const [note, setNote] = useState('');
  const over = c.done !== undefined || c.cannot !== undefined;
  const say = (phase: 'LOOKED' | 'DONE' | 'CANNOT') => {
    void change({ type: 'CompanionWork', extra: c.extra, phase, note: note.trim() });
    setNote('');
  };
  return (
    <Box data-companion={c.extra}>
      <Flex gap="3" align="center" wrap="wrap">
        <Text fontWeight="700">{c.name}</Text>
        {c.places.length > 0 && <Text color="quiet">{c.places.join(', ')}</Text>}
        <Badge>{ANSWER[c.answer]}</Badge>
        {c.done !== undefined && <Text color="good">✓ done{c.done && `: ${c.done}`}</Text>}
        {c.cannot !== undefined && <Text color="risk">– cannot be done: {c.cannot}</Text>}
      </Flex>
      {c.looked ? <Text>Looked: {c.looked}</Text> : !over && <Text color="quiet">{c.look}</Text>}
      {!over &&
        c.cautions.map((x) => (
          <Text key={x} fontSize="sm">
            <b>Caution.</b> {x}
          </Text>
        ))}
      {!readOnly && !over && (
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
            <Press
              size="sm"
              variant="outline"
              color="ink"
              lacks={note.trim() === '' && 'Write first what there is to say of it.'}
              onClick={() => say('LOOKED')}
            >
              Looked
            </Press>
          )}
          <Button
            size="sm"
            variant="outline"
            color="ink"
            disabled={c.gates.length > 0}
            onClick={() => say('DONE')}
          >
            Done
          </Button>
          <Press
            size="sm"
            variant="outline"
            color="ink"
            lacks={note.trim() === '' && 'Write first what there is to say of it.'}
            title={note.trim() === '' ? 'Say beside it why' : undefined}
            onClick={() => say('CANNOT')}
          >
            Cannot be done
          </Press>
          {c.gates.length > 0 && <Text fontSize="sm">{c.gates.map((g) => g.text).join(' ')}</Text>}
        </Flex>
      )}
    </Box>
  );
}
