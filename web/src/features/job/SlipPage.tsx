import { Box, Button, Flex, Grid, Heading, Stack, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { EVERYWHERE, Keys } from '../../parts/keys';
import { TextField } from '../../parts/Labelled';
import { dayAndClock } from '../../parts/times';
import type { Account } from '../session';
import { useJobChanges } from './api';

const WHILE_OPEN = [
  'Dust out',
  'Hinges looked after',
  'Battery condition',
  'Room for a drive',
  'Fresh paste',
];

/** What goes over the counter: proposal, price, days, and the owner's yes. Prints on one page. */
export function SlipPage({ account }: { account: Account }) {
  const id = Number(useParams().id);
  const { change, state } = useJobChanges(account.login, id);
  const slip = useQuery({
    queryKey: ['slip', id, state.kind],
    queryFn: () => api.get<Schemas['SlipView']>(`/api/jobs/${id}/slip`),
  });
  const [who, setWho] = useState('');
  const s = slip.data;
  if (slip.isError) {
    return (
      <Text role="alert" p="6" color="stop">
        {slip.error.message}
      </Text>
    );
  }
  if (!s) return <Text p="6">One moment …</Text>;
  const agreed = s.consent?.current;
  return (
    <Box as="main" p={{ base: '3', md: '6' }} maxW="46rem" mx="auto" width="full" css={PRINT}>
      <Keys map={EVERYWHERE} />
      <Flex gap="3" align="center" mb="4" className="no-print">
        <Button asChild size="sm" variant="outline" color="ink">
          <RouterLink to={`/jobs/${id}/plan`}>Back to the plan</RouterLink>
        </Button>
        <Button size="sm" onClick={() => window.print()}>
          Print
        </Button>
      </Flex>
      <Heading as="h1" size="2xl">
        {s.machine}
      </Heading>
      <Text>
        Job #{s.job}, for {s.owner}. {s.printed}
      </Text>
      {s.wish && <Text color="quiet">“{s.wish}”</Text>}
      <Grid templateColumns="1fr 1fr" gap="4" my="4">
        <Part name="In it now">
          <Text fontSize="xl" fontWeight="700">
            {s.inIt}
          </Text>
        </Part>
        <Part name="Proposed">
          <Text fontSize="xl" fontWeight="700">
            {s.proposed || 'nothing yet'}
          </Text>
        </Part>
      </Grid>
      {s.proposed && (
        <>
          <Part name="Price">
            <Box as="table" width="full" css={{ '& td': { paddingBlock: '0.2rem' } }}>
              <tbody>
                {s.lines.map((l) => (
                  <tr key={`${l.what}${l.amount}`}>
                    <td>{l.what}</td>
                    <td style={{ textAlign: 'right' }}>{l.amount}</td>
                  </tr>
                ))}
                <tr>
                  <td>
                    <b>Total</b>
                  </td>
                  <td style={{ textAlign: 'right' }}>
                    <b>
                      {s.currency} {s.total}
                    </b>
                  </td>
                </tr>
              </tbody>
            </Box>
          </Part>
          <Grid templateColumns={{ base: '1fr', sm: '1fr 1fr' }} gap="4" my="4">
            <Part name="Ready">
              {s.ready}, {s.minutes} minutes of work
            </Part>
            {s.returnUntil && <Part name="Can go back until">{s.returnUntil}</Part>}
            {s.comesOut.length > 0 && <Part name="Comes out, yours">{s.comesOut.join(', ')}</Part>}
            {s.beside.length > 0 && <Part name="Could also be had">{s.beside.join('; ')}</Part>}
          </Grid>
          {s.conditions.length > 0 && (
            <Part name="Before it is bought">
              <ul style={{ paddingInlineStart: '1.2rem' }}>
                {s.conditions.map((c) => (
                  <li key={c}>{c}</li>
                ))}
              </ul>
            </Part>
          )}
        </>
      )}
      <Part name="While it is open (price on the look; tick what is wanted)">
        <Flex gap="5" wrap="wrap">
          {WHILE_OPEN.map((w) => (
            <Text key={w}>☐ {w}</Text>
          ))}
        </Flex>
      </Part>
      <Part name="Please leave alone">
        <Box borderBottomWidth="1px" borderColor="edge" height="1.6rem" />
      </Part>
      <Part name="The owner's yes">
        {agreed && s.consent ? (
          <Text>
            {s.consent.who}: {s.consent.to}. Noted {dayAndClock(s.consent.at)} by {s.consent.by}.
          </Text>
        ) : (
          <Stack gap="2">
            {account.role !== 'DESK' && s.proposed && (
              <Flex gap="3" align="end" className="no-print">
                <TextField label="Who says yes" value={who} onCommit={(v) => setWho(v)} width="16rem" />
                <Button
                  disabled={!who.trim()}
                  onClick={() =>
                    void change({
                      type: 'OwnerAgrees',
                      who,
                      to: `${s.proposed} for ${s.currency} ${s.total}`,
                    })
                  }
                >
                  Note the yes
                </Button>
              </Flex>
            )}
            <Flex gap="6">
              <Box flex="1" borderBottomWidth="1px" borderColor="edge" height="2rem" />
              <Box width="9rem" borderBottomWidth="1px" borderColor="edge" height="2rem" />
            </Flex>
            <Text fontSize="sm" color="quiet">
              name and date
            </Text>
          </Stack>
        )}
      </Part>
    </Box>
  );
}

const PRINT = {
  '@media print': { '& .no-print': { display: 'none' }, padding: 0, color: '#000' },
};

function Part({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <Box as="section" aria-label={name} my="2">
      <Heading as="h2" size="sm" color="quiet">
        {name}
      </Heading>
      <Box>{children}</Box>
    </Box>
  );
}
