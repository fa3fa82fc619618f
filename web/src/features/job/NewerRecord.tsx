import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { Findings } from '../../parts/Findings';
import type { JobView } from './api';

/** The record of this model was bettered since the job began: what that changes here, and going on with it. */
export function NewerRecord({ job }: { job: JobView }) {
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const { version, newest } = job.record;
  const told = useQuery({
    queryKey: ['newer-record', job.id, job.stamp],
    queryFn: () => api.get<Schemas['NewerRecordView']>(`/api/jobs/${job.id}/record`),
    enabled: open,
  });
  const take = useMutation({
    mutationFn: () =>
      api.post<JobView>(`/api/jobs/${job.id}/record`, { expectedVersion: job.version, version: newest }),
    onSuccess: (next) => {
      client.setQueryData(['job', job.id], next);
      void client.invalidateQueries({ queryKey: ['jobs'] });
      void client.invalidateQueries({ queryKey: ['options'] });
    },
  });
  if (newest <= version) return null;
  const lines = told.data ? [...told.data.changes, ...told.data.follows] : [];
  return (
    <Box as="section" aria-label="A newer record" px={{ base: '3', md: '4' }} pt="2">
      <Flex gap="3" align="center" wrap="wrap">
        <Text>
          The record of this model has a version {newest}; this job goes by {version}.
        </Text>
        <Button size="xs" variant="outline" color="ink" aria-expanded={open} onClick={() => setOpen(!open)}>
          What it changes
        </Button>
      </Flex>
      {open && told.isError && <Text color="stop">{told.error.message}</Text>}
      {open && told.data && (
        <Box borderLeftWidth="3px" borderColor="accent" pl="3" my="2" maxW="46rem">
          {lines.map((l) => (
            <Text key={l}>{l}</Text>
          ))}
          {lines.length === 0 && <Text>Nothing that this job rests on.</Text>}
          <Findings
            findings={told.data.refused ? [told.data.refused, ...told.data.stops] : told.data.stops}
          />
          {!told.data.refused && (
            <Button size="sm" mt="2" loading={take.isPending} onClick={() => take.mutate()}>
              Go on with version {newest}
            </Button>
          )}
          {take.isError && (
            <Text role="alert" color="stop" mt="1">
              {take.error.message}
            </Text>
          )}
        </Box>
      )}
    </Box>
  );
}
