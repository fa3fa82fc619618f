import { Box, Flex, Heading, Stack, Text } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { Press } from '../../parts/Hand';
import { day } from '../../parts/times';

const SHOWN = 20;

/** Contacts that the house keeps no longer: the lead sees whose, and erases them. */
export function DueContacts() {
  const queries = useQueryClient();
  const due = useQuery({
    queryKey: ['due-contacts'],
    queryFn: () => api.get<Schemas['DueContacts']>('/api/upkeep/contacts'),
  });
  const erase = useMutation({
    mutationFn: (jobs: number[]) => api.post<void>('/api/upkeep/contacts/erase', { jobs }),
    onSettled: () => queries.invalidateQueries({ queryKey: ['due-contacts'] }),
  });
  const list = due.data?.due ?? [];
  const failed = due.error ?? erase.error;
  return (
    <Box as="section" aria-label="Contacts that are due" mt="6">
      <Heading as="h2" size="md" mb="2">
        Contacts that are due
      </Heading>
      {failed && (
        <Text role="alert" color="stop" mb="2">
          {failed.message}
        </Text>
      )}
      {due.data && (
        <Text>
          {list.length === 0
            ? `None: no machine with a contact went home more than ${due.data.months} months ago.`
            : `Handed back more than ${due.data.months} months ago:`}{' '}
          The term is set under House rules.
        </Text>
      )}
      {list.length > 0 && (
        <>
          <Stack as="ul" gap="1" listStyleType="none" my="2">
            {list.slice(0, SHOWN).map((d) => (
              <Flex as="li" key={d.job} gap="3" wrap="wrap">
                <Link to={`/jobs/${d.job}`}>
                  #{d.job} {d.machine}
                </Link>
                <Text as="span">
                  {d.owner}, handed back {day(d.handedBackAt)}
                </Text>
              </Flex>
            ))}
          </Stack>
          {list.length > SHOWN && <Text mb="2">and {list.length - SHOWN} more.</Text>}
          <Press
            variant="outline"
            color="stop"
            loading={erase.isPending}
            onClick={() => erase.mutate(list.map((d) => d.job))}
          >
            {list.length === 1 ? 'Erase this contact' : `Erase these ${list.length} contacts`}
          </Press>
        </>
      )}
    </Box>
  );
}
