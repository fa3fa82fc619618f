import { Box, Button, Text } from '@chakra-ui/react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type Schemas } from '../../../../api/client';
import { TextField } from '../../../../parts/Labelled';
import type { JobView } from '../../api';

type Kept = Schemas['Contact'];

/** How the owner is reached: beside the job, so that it goes nowhere with it and is erased by itself. */
export function Contact({ job, readOnly }: { job: JobView; readOnly: boolean }) {
  const queries = useQueryClient();
  const path = `/api/jobs/${job.id}/contact`;
  const key = ['contact', job.id];
  const kept = useQuery({ queryKey: key, queryFn: () => api.get<Kept>(path) });
  const contact = kept.data?.contact ?? '';
  const owner = job.order.owner.trim();
  const last = useQuery({
    queryKey: ['last-contact', owner],
    queryFn: () => api.get<Schemas['LastContact']>(`/api/owners/contact?name=${encodeURIComponent(owner)}`),
    enabled: kept.data?.contact === '' && owner !== '' && !readOnly,
  });
  const note = async (next: string, refused: (why: string) => void) => {
    try {
      const expectedVersion = kept.data?.version ?? 0;
      queries.setQueryData(key, await api.put<Kept>(path, { expectedVersion, contact: next }));
    } catch (e) {
      refused(e instanceof Error ? e.message : String(e));
      void queries.invalidateQueries({ queryKey: key });
    }
  };
  return (
    <Box>
      <TextField
        label="How they are reached"
        value={contact}
        draftKey={`${job.id}:contact`}
        onCommit={(next, refused) => void note(next, refused)}
        disabled={readOnly || !kept.data}
        help="a number or an address; kept apart from the job, and not in its archive"
        error={kept.error?.message}
      />
      {last.data?.contact && contact === '' && !readOnly && (
        <Button
          size="sm"
          variant="outline"
          color="ink"
          mt="1"
          maxW="full"
          whiteSpace="normal"
          height="auto"
          py="1"
          onClick={() => void note(last.data.contact, () => undefined)}
        >
          <Text as="span">As the last time: {last.data.contact}</Text>
        </Button>
      )}
    </Box>
  );
}
