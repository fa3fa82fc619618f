import { Button, Field, Flex, Input, Text } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { Press } from '../../parts/Hand';

type House = Schemas['HouseView'];

/**
 * Nothing of the house is changed without a reason. A refusal is told, and what was typed stays; it is sent again only on the version
 * that it was begun on, or what somebody else kept meanwhile would go under.
 */
export function Keep({
  path,
  what,
  button,
  onKept,
  onLeave,
}: {
  path: string;
  what: object;
  button: string;
  onKept: (next: House) => void;
  onLeave?: () => void;
}) {
  const queries = useQueryClient();
  const [reason, setReason] = useState('');
  const keep = useMutation({
    mutationFn: () => api.put<House>(path, { ...what, reason }),
    onSuccess: (next) => {
      queries.setQueryData(['house'], next);
      setReason('');
      onKept(next);
    },
    // Somebody else may have changed it: leaving shows what stands there now.
    onError: () => void queries.invalidateQueries({ queryKey: ['house'] }),
  });
  return (
    <>
      <Flex gap="3" mt="2" align="end" wrap="wrap">
        <Field.Root maxW="28rem">
          <Field.Label fontWeight="600">Why from now on</Field.Label>
          <Input value={reason} maxLength={500} onChange={(e) => setReason(e.target.value)} />
        </Field.Root>
        <Press
          lacks={!reason.trim() && 'Write the reason first.'}
          loading={keep.isPending}
          onClick={() => keep.mutate()}
        >
          {button}
        </Press>
        {onLeave && (
          <Button variant="ghost" color="ink" onClick={onLeave}>
            Leave it
          </Button>
        )}
      </Flex>
      {keep.isError && (
        <Text role="alert" color="stop">
          {keep.error.message}
        </Text>
      )}
    </>
  );
}
