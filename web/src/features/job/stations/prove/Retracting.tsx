import { Box, Button, Flex, Input, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { api, type Schemas } from '../../../../api/client';
import type { Change, JobView } from '../../api';
import { Press } from '../../../../parts/Hand';

/** An entry that did not happen: what goes with it is shown, and why is asked, before anything is taken out. */
export function Retracting({
  job,
  no,
  what,
  change,
}: {
  job: JobView;
  no: number;
  what: string;
  change: Change;
}) {
  const [asked, setAsked] = useState(false);
  const [reason, setReason] = useState('');
  const id = useId();
  const along = useQuery({
    queryKey: ['along', job.id, job.version, no],
    queryFn: () => api.get<Schemas['AlongView'][]>(`/api/jobs/${job.id}/log/${no}/along`),
    enabled: asked,
  });
  if (!asked)
    return (
      <Button
        size="xs"
        variant="outline"
        color="ink"
        aria-label={`Did not happen: ${what}`}
        onClick={() => setAsked(true)}
      >
        Did not happen
      </Button>
    );
  return (
    <Box
      as="section"
      aria-label="What did not happen"
      borderLeftWidth="3px"
      borderColor="risk"
      pl="3"
      width="full"
      my="1"
    >
      <Text fontWeight="600">{what}</Text>
      {(along.data ?? []).length > 0 && (
        <>
          <Text>This rests on it and goes with it:</Text>
          <Box as="ul" pl="5">
            {along.data?.map((a) => (
              <li key={a.no}>{a.text}</li>
            ))}
          </Box>
        </>
      )}
      {along.isError && <Text color="stop">{along.error.message}</Text>}
      <Flex asChild gap="2" align="center" wrap="wrap" mt="1">
        <form
          onSubmit={(e) => {
            e.preventDefault();
            if (!along.data || !reason.trim()) return;
            void change({ type: 'Retract', no, reason, along: along.data.map((a) => a.no) }).then(
              (done) => done && setAsked(false),
            );
          }}
        >
          <label htmlFor={id}>Why it did not happen</label>
          <Input
            id={id}
            size="sm"
            width="16rem"
            maxLength={500}
            autoFocus
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
          <Press
            size="xs"
            type="submit"
            lacks={
              !reason.trim()
                ? 'Write first why it is retracted.'
                : !along.data && 'One moment: what goes with it is being looked up.'
            }
          >
            {(along.data ?? []).length > 0 ? `Take out all ${(along.data ?? []).length + 1}` : 'Take it out'}
          </Press>
          <Button size="xs" variant="ghost" color="ink" onClick={() => setAsked(false)}>
            It did happen
          </Button>
        </form>
      </Flex>
    </Box>
  );
}
