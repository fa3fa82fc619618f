import { Box, Button, Field, Flex, Grid, Heading, Input, Text } from '@chakra-ui/react';
import { type FormEvent, type KeyboardEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useMachines } from '../../api/machines';
import { Press } from '../../parts/Hand';
import { useScan } from '../../parts/keys';
import { MachinePicker } from '../../parts/MachinePicker';
import { useTakeRoomIn } from './api';

type Kind = { machineId: string; serials: string[] };

/** Several machines of one owner come in: which kinds, and each by its serial number, scanned one after the other. */
export function TakeRoomIn({ onClose }: { onClose: () => void }) {
  const machines = useMachines();
  const takeIn = useTakeRoomIn();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [owner, setOwner] = useState('');
  const [wish, setWish] = useState('');
  const [kinds, setKinds] = useState<Kind[]>([]);
  const [serial, setSerial] = useState('');
  const [twice, setTwice] = useState('');
  const [takeInId] = useState(() => crypto.randomUUID());
  const scans = useRef<HTMLInputElement>(null);
  const all = kinds.flatMap((k) => k.serials);
  const add = (text: string) => {
    const s = text.trim();
    if (kinds.length === 0) return;
    if (s && all.includes(s)) {
      setTwice(s);
      setSerial('');
      return;
    }
    setTwice('');
    setSerial('');
    setKinds((now) => now.map((k, i) => (i === now.length - 1 ? { ...k, serials: [...k.serials, s] } : k)));
  };
  useScan((text) => {
    if (kinds.length === 0) return false;
    add(text);
    return true;
  });
  const enter = (e: KeyboardEvent) => {
    if (e.key !== 'Enter') return;
    e.preventDefault();
    if (serial.trim()) add(serial);
  };
  const submit = (e: FormEvent) => {
    e.preventDefault();
    takeIn.mutate(
      {
        name: name.trim(),
        owner: owner.trim(),
        wish: wish.trim(),
        takeInId,
        kinds: kinds.filter((k) => k.serials.length > 0),
      },
      { onSuccess: (room) => navigate(`/rooms/${room.id}`) },
    );
  };
  const called = (id: string) => machines.data?.find((m) => m.id === id)?.name ?? id;
  return (
    <Box
      as="section"
      aria-label="Take a room in"
      bg="panel"
      borderWidth="2px"
      borderColor="accent"
      borderRadius="md"
      p="4"
      mb="4"
    >
      <form onSubmit={submit}>
        <Grid templateColumns={{ base: '1fr', md: '1fr 1fr 2fr' }} gap="3" mb="3">
          <Field.Root>
            <Field.Label fontWeight="600">Name of the room</Field.Label>
            <Input value={name} onChange={(e) => setName(e.target.value)} maxLength={100} autoFocus />
          </Field.Root>
          <Field.Root>
            <Field.Label fontWeight="600">Whose machines</Field.Label>
            <Input value={owner} onChange={(e) => setOwner(e.target.value)} maxLength={200} />
          </Field.Root>
          <Field.Root>
            <Field.Label fontWeight="600">What they want, in their words</Field.Label>
            <Input value={wish} onChange={(e) => setWish(e.target.value)} maxLength={2000} />
          </Field.Root>
        </Grid>
        {kinds.map((k, i) => (
          <Box key={k.machineId} mb="2">
            <Heading as="h3" size="sm">
              {called(k.machineId)}{' '}
              <Text as="span" color="quiet" fontWeight="400">
                {k.serials.length}
              </Text>
            </Heading>
            <Flex
              as="ul"
              listStyleType="none"
              gap="1.5"
              wrap="wrap"
              aria-label={`Machines, ${called(k.machineId)}`}
            >
              {k.serials.map((s, n) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: one without a number is told apart by its place only
                <li key={`${n}-${s}`}>
                  <Button
                    size="xs"
                    variant="outline"
                    color="ink"
                    fontFamily="mono"
                    title="Take it off the list"
                    onClick={() =>
                      setKinds((now) =>
                        now.map((x, j) =>
                          j === i ? { ...x, serials: x.serials.filter((_, m) => m !== n) } : x,
                        ),
                      )
                    }
                  >
                    {s || 'no number'} ×
                  </Button>
                </li>
              ))}
            </Flex>
          </Box>
        ))}
        <Flex gap="3" align="end" wrap="wrap">
          <Box minW={{ base: 'full', md: '18rem' }}>
            <MachinePicker
              key={kinds.length}
              label={kinds.length === 0 ? 'Machine' : 'Another kind of machine'}
              machines={machines.data?.filter((m) => !kinds.some((k) => k.machineId === m.id))}
              chosen=""
              onChoose={(id) => {
                if (!id) return;
                setKinds((now) => [...now, { machineId: id, serials: [] }]);
                setTimeout(() => scans.current?.focus(), 0);
              }}
            />
          </Box>
          {kinds.length > 0 && (
            <>
              <Field.Root maxW="16rem">
                <Field.Label fontWeight="600">Serial number, scanned or typed</Field.Label>
                <Input
                  ref={scans}
                  value={serial}
                  onChange={(e) => setSerial(e.target.value)}
                  onKeyDown={enter}
                  maxLength={60}
                  fontFamily="mono"
                />
              </Field.Root>
              <Button variant="outline" color="ink" onClick={() => add('')}>
                One without a number
              </Button>
            </>
          )}
          <Press
            type="submit"
            lacks={
              !name.trim()
                ? 'Give the room a name first.'
                : !owner.trim()
                  ? 'Write first whose they are.'
                  : all.length < 2 && 'Two machines or more make a room.'
            }
            loading={takeIn.isPending}
          >
            {all.length < 2 ? 'Take in' : `Take ${all.length} in`}
          </Press>
          <Button variant="outline" color="ink" onClick={onClose}>
            Cancel
          </Button>
        </Flex>
        {twice && (
          <Text role="alert" color="stop" mt="2">
            {twice} is on the list already.
          </Text>
        )}
        {takeIn.isError && (
          <Text role="alert" color="stop" mt="2">
            {takeIn.error.message}
          </Text>
        )}
      </form>
    </Box>
  );
}
