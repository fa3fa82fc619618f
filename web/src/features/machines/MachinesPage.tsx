import { Box, Button, Checkbox, Flex, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { ChooseFile } from '../../parts/ChooseFile';
import { keptGlance } from '../../parts/glance';
import { type KeyMap, Keys } from '../../parts/keys';
import { type Machine, useMachines } from '../../api/machines';
import type { Account } from '../session';
import { useDraft, useQuick, useRecordFile } from './api';
import { Faults } from './Faults';
import { QuickForm } from './QuickForm';
import { SlotsPicture, slotWords } from '../../pictures/SlotsPicture';
import { EMPTY } from './shapes';

/** By this a file that a machine told of itself is known. */
const LOOK = 'zephyr-ridge/look';

/** All machine records, and the two ways to a new one: half a minute's facts, or a whole record from a file. */
export function MachinesPage({ account }: { account: Account }) {
  const [params] = useSearchParams();
  const writes = account.role !== 'DESK';
  const [retired, setRetired] = useState(false);
  const [filter, setFilter] = useState('');
  const machines = useMachines(retired);
  const [adding, setAdding] = useState(params.has('new'));
  const search = useRef<HTMLInputElement>(null);
  const keys: KeyMap = [
    {
      keys: 'N',
      does: 'a new record',
      match: (e) => e.key === 'n' && writes,
      run: () => setAdding(true),
    },
    {
      keys: 'F',
      does: 'filter this list',
      match: (e) => e.key === 'f',
      run: () => search.current?.focus(),
    },
    { keys: '/', does: 'find a job, module or machine' },
  ];
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = (machines.data ?? []).filter((m) =>
    words.every((w) => `${m.name} ${m.generation} ${m.quirks.join(' ')}`.toLowerCase().includes(w)),
  );
  const empty = machines.data?.length === 0 && !retired;
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="76rem" mx="auto" width="full">
      <Keys map={keys} />
      <Flex gap="3" align="center" wrap="wrap" mb="4">
        <Heading as="h1" size="2xl" flex="1">
          Machine records
        </Heading>
        <Input
          ref={search}
          aria-label="Filter this list"
          placeholder="Any part of maker, model or quirk  (F)"
          value={filter}
          onChange={(e) => setFilter(e.target.value)}
          maxW={{ base: 'full', md: '20rem' }}
        />
        {writes && !adding && !empty && <Button onClick={() => setAdding(true)}>New record (N)</Button>}
      </Flex>
      {empty && (
        <Text mb="3">
          No machine is described yet. Begin with the one on your bench: what half a minute tells is enough
          for a first job. A record with more in it comes from a file.
        </Text>
      )}
      {writes && (adding || empty) && (
        <NewRecord name={params.get('new') ?? ''} onClose={empty ? undefined : () => setAdding(false)} />
      )}
      <Stack as="ul" listStyleType="none" gap="2">
        {shown.map((m) => (
          <li key={m.id}>
            <Row machine={m} />
          </li>
        ))}
      </Stack>
      {machines.data && shown.length === 0 && !empty && (
        <Text color="quiet">No record has “{filter}” in it. Its shape makes one in half a minute.</Text>
      )}
      <Box mt="3">
        <Checkbox.Root
          checked={retired}
          onCheckedChange={(e) => setRetired(e.checked === true)}
          colorPalette="heather"
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control borderColor="quiet" />
          <Checkbox.Label>Show retired records too</Checkbox.Label>
        </Checkbox.Root>
      </Box>
    </Box>
  );
}

function Row({ machine: m }: { machine: Machine }) {
  return (
    <RouterLink to={`/machines/${encodeURIComponent(m.id)}`}>
      <Flex
        bg="panel"
        borderRadius="md"
        px="4"
        py="2"
        gap="4"
        align="center"
        wrap="wrap"
        _hover={{ bg: 'accentSoft' }}
      >
        <Box flex="1" minW="14rem">
          <Text fontWeight="700" overflowWrap="anywhere">
            {m.name}
            {m.retired && ' (retired)'}
          </Text>
          {m.quirks.length > 0 && (
            <Text fontSize="sm" color="quiet" lineClamp={1}>
              {m.quirks.join(' ')}
            </Text>
          )}
        </Box>
        <Flex align="center" gap="3">
          <Text color="quiet">{slotWords(m)}</Text>
          <Flex width={{ md: '9rem' }} justify="flex-end">
            <SlotsPicture slots={m.slots} />
          </Flex>
        </Flex>
      </Flex>
    </RouterLink>
  );
}

function NewRecord({ name, onClose }: { name: string; onClose?: () => void }) {
  const quick = useQuick();
  const file = useRecordFile();
  const navigate = useNavigate();
  const [params] = useSearchParams();
  const draft = useDraft();
  // What a machine told of itself at the field desk is a draft already.
  const told = params.has('glance') ? keptGlance() : '';
  const { mutate } = draft;
  useEffect(() => {
    if (told.includes(LOOK)) mutate(new Blob([told]));
  }, [told, mutate]);
  const [maker, ...model] = name.trim().split(/\s+/);
  // Who came here to take a machine in goes on with that.
  const then = (id: string) =>
    navigate(
      params.has('then') ? `/jobs?take=${id}${params.has('glance') ? '&glance' : ''}` : `/machines/${id}`,
    );
  return (
    <>
      <QuickForm
        key={draft.isSuccess ? draft.submittedAt : 0}
        start={
          draft.data
            ? { ...draft.data, maker: maker || draft.data.maker, model: model.join(' ') || draft.data.model }
            : { ...EMPTY, maker: maker ?? '', model: model.join(' ') }
        }
        title="A new record"
        action="Make the record"
        pending={quick.isPending}
        problem={quick.error}
        onSubmit={(facts) => quick.mutate(facts, { onSuccess: (made) => then(made.id) })}
      >
        <ChooseFile
          what="Firmware table or listing"
          loading={draft.isPending}
          onChosen={([chosen]) => draft.mutate(chosen)}
        >
          Draft it from a firmware table
        </ChooseFile>
        <ChooseFile
          what="Record file"
          accept="application/json,.json"
          loading={file.isPending}
          onChosen={([chosen]) => file.mutate(chosen, { onSuccess: (made) => then(made.id) })}
        >
          Take a whole record from a file
        </ChooseFile>
        {onClose && (
          <Button variant="ghost" color="ink" onClick={onClose}>
            Cancel
          </Button>
        )}
      </QuickForm>
      <Faults problem={quick.error ?? file.error ?? draft.error} />
    </>
  );
}
