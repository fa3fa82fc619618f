import { Box, Button, Flex, Grid, Heading, Stack, Text } from '@chakra-ui/react';
import type { Change } from '../../api';
import type { EvidenceView } from './api';

type Conflict = EvidenceView['conflicts'][number];
type Side = Conflict['one'];
type Why = 'EXCHANGED' | 'OTHER_MODULE' | 'WRONG';

/** Two modules in one position, by what the sources say: each way out is one key. */
export function Conflicts({ evidence, change }: { evidence: EvidenceView; change: Change }) {
  return evidence.conflicts.map((c) => <One key={c.position} conflict={c} change={change} />);
}

function One({ conflict: c, change }: { conflict: Conflict; change: Change }) {
  const aside = (side: Side, why: Why) =>
    void change({ type: 'SetAside', position: c.position, sources: side.sources, why });
  // What was read off a module in the hand against what the machine lists: the usual case, with its usual reasons.
  const [read, listed] = c.one.readAtModule ? [c.one, c.other] : [c.other, c.one];
  const usual = read.readAtModule && !listed.readAtModule;
  return (
    <Box
      as="section"
      aria-label={`Two modules in ${c.label}`}
      bg="riskSoft"
      borderLeftWidth="4px"
      borderColor="risk"
      borderRadius="sm"
      p="3"
    >
      <Heading as="h2" size="md" mb="2">
        Two different modules in {c.label}
      </Heading>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr' }} gap="4">
        <Says side={read}>
          {usual ? (
            <Settle onClick={() => aside(listed, 'EXCHANGED')}>
              It was exchanged: this one is in it now
            </Settle>
          ) : (
            <Settle onClick={() => aside(listed, 'WRONG')}>This is right</Settle>
          )}
        </Says>
        <Says side={listed}>
          {usual ? (
            <>
              <Settle onClick={() => aside(read, 'OTHER_MODULE')}>Wrong bag: another module was read</Settle>
              <Settle onClick={() => aside(read, 'WRONG')}>The label is wrong</Settle>
            </>
          ) : (
            <Settle onClick={() => aside(read, 'WRONG')}>This is right</Settle>
          )}
        </Says>
      </Grid>
    </Box>
  );
}

function Says({ side, children }: { side: Side; children: React.ReactNode }) {
  return (
    <Stack gap="2" role="group" aria-label={side.line || 'Another module'}>
      <Text>
        <b>{side.line || 'Another module'}</b> by {side.names}
      </Text>
      <Flex gap="2" wrap="wrap">
        {children}
      </Flex>
    </Stack>
  );
}

function Settle({ onClick, children }: { onClick: () => void; children: string }) {
  return (
    <Button size="sm" variant="outline" color="ink" onClick={onClick}>
      {children}
    </Button>
  );
}
