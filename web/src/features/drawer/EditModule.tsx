import { Box, Button, Field, Flex, Input, Text } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { ApiProblem, api, type Schemas } from '../../api/client';
import { dayAndClock } from '../../parts/times';
import { ModuleFields, type Said } from './ModuleFields';
import type { Module } from './words';
import { Press } from '../../parts/Hand';

const said = (m: Module): Said => ({
  labelLine: m.labelLine,
  maker: m.maker,
  partNumber: m.partNumber,
  serial: m.serial,
  tested: m.tested,
  origin: m.origin,
  bin: m.bin,
  note: m.note,
  bookValue: m.bookValue,
});

/** A module corrected, or taken out for good, on top of what was seen of it; and what was said of it before. */
export function EditModule({
  module: m,
  currency,
  onClose,
}: {
  module: Module;
  currency: string;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const [fields, setFields] = useState(() => said(m));
  const [seen, setSeen] = useState(m.version);
  const [reason, setReason] = useState<string>();
  const at = `/api/drawer/${encodeURIComponent(m.tag)}`;
  const send = useMutation({
    mutationFn: ({ to, body }: { to: '' | '/out' | '/back'; body: object }) =>
      api.put<void>(at + to, { expectedVersion: seen, ...body }),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['drawer'] });
      onClose();
    },
    onError: () => queries.invalidateQueries({ queryKey: ['drawer', 'page'] }),
  });
  const changes = useQuery({
    queryKey: ['drawer', 'changes', m.tag],
    queryFn: () => api.get<Schemas['ModuleChangeView'][]>(`${at}/changes`),
  });
  const conflict = send.error instanceof ApiProblem && send.error.status === 409;
  const submit = (e: FormEvent) => {
    e.preventDefault();
    send.mutate({ to: '', body: fields });
  };
  return (
    <Box as="section" aria-label={`Change ${m.tag}`} p="3">
      <form onSubmit={submit}>
        <ModuleFields said={fields} onChange={setFields} currency={currency} />
        <Flex gap="3" mt="3" wrap="wrap" align="center">
          <Button type="submit" size="sm" loading={send.isPending}>
            Keep this of {m.tag}
          </Button>
          <Button size="sm" variant="ghost" color="ink" onClick={onClose}>
            Leave it as it was
          </Button>
          {m.gone ? (
            <Button
              size="sm"
              variant="outline"
              color="ink"
              onClick={() => send.mutate({ to: '/back', body: {} })}
            >
              Bring it back into the drawer
            </Button>
          ) : (
            reason === undefined && (
              <Button size="sm" variant="outline" color="ink" onClick={() => setReason('')}>
                Take it out for good …
              </Button>
            )
          )}
          {send.isError && (
            <Text role="alert" color="stop">
              {send.error.message}
            </Text>
          )}
          {conflict && (
            <Button
              size="sm"
              variant="outline"
              color="ink"
              onClick={() => {
                setFields(said(m));
                setSeen(m.version);
                send.reset();
              }}
            >
              Show it as it is now
            </Button>
          )}
        </Flex>
      </form>
      {reason !== undefined && (
        <Flex
          as="form"
          gap="3"
          mt="3"
          align="end"
          wrap="wrap"
          onSubmit={(e: FormEvent) => {
            e.preventDefault();
            if (reason.trim()) send.mutate({ to: '/out', body: { reason } });
          }}
        >
          <Field.Root flex="1" minW="14rem" maxW="30rem">
            <Field.Label fontWeight="600">Why it is gone</Field.Label>
            <Input
              value={reason}
              autoFocus
              maxLength={300}
              placeholder="sold, broken, lost, recycled"
              onChange={(e) => setReason(e.target.value)}
            />
          </Field.Root>
          <Press
            type="submit"
            size="sm"
            lacks={!reason.trim() && 'Say first why it is gone.'}
            loading={send.isPending}
          >
            Take {m.tag} out
          </Press>
          <Button size="sm" variant="ghost" color="ink" onClick={() => setReason(undefined)}>
            Keep it in
          </Button>
        </Flex>
      )}
      {changes.data && changes.data.length > 0 && (
        <Box as="section" aria-label={`What was changed of ${m.tag}`} mt="3">
          <Text fontWeight="600">What was changed</Text>
          <Box as="ul" listStyleType="none" maxH="10rem" overflowY="auto" tabIndex={0} aria-label="Changes">
            {changes.data.map((c) => (
              <Text as="li" key={c.at + c.what} fontSize="sm">
                <Text as="span" color="quiet">
                  {dayAndClock(c.at)}, {c.by}:
                </Text>{' '}
                {c.what}
              </Text>
            ))}
          </Box>
        </Box>
      )}
    </Box>
  );
}
