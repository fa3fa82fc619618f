import { Box, Button, Field, Flex, Heading, Input, Text } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { Press } from '../../parts/Hand';
import type { Room, RoomPlan, useRoomWork } from './api';

type Work = ReturnType<typeof useRoomWork>;

/** One plan for all machines of the room: asked for by what each is to have, looked at, decided on at once. */
export function RoomPlanning({ room, work }: { room: Room; work: Work }) {
  const [each, setEach] = useState('');
  const [alike, setAlike] = useState(true);
  const open = room.units.some((u) => !u.planned && !u.closed);
  const submit = (e: FormEvent) => {
    e.preventDefault();
    work.adopt.reset();
    work.plan.mutate({ atLeastGib: Number(each), alike });
  };
  const shown = work.adopt.isSuccess ? undefined : work.plan.data;
  if (!open) return null;
  return (
    <Box as="section" aria-label="One plan for all" mb="5">
      <Heading as="h2" size="md" mb="1.5">
        One plan for all
      </Heading>
      <form onSubmit={submit}>
        <Flex gap="3" align="end" wrap="wrap">
          <Field.Root width="auto">
            <Field.Label fontWeight="600">Each is to have at least, in GB</Field.Label>
            <Input
              value={each}
              onChange={(e) => setEach(e.target.value)}
              inputMode="numeric"
              maxLength={4}
              width="8rem"
            />
          </Field.Root>
          <Flex as="label" gap="2" align="center" minH="2.5rem">
            <input type="checkbox" checked={alike} onChange={(e) => setAlike(e.target.checked)} />
            Like machines stay alike
          </Flex>
          <Press
            type="submit"
            loading={work.plan.isPending}
            lacks={!/^[1-9]\d*$/.test(each.trim()) && 'Write first how much each is to have, in whole GB.'}
          >
            Look for the plan
          </Press>
        </Flex>
      </form>
      {(work.plan.isError || work.adopt.isError) && (
        <Text role="alert" color="stop" mt="2">
          {(work.adopt.error ?? work.plan.error)?.message}
        </Text>
      )}
      {shown && (
        <Found
          plan={shown.plan}
          deciding={work.adopt.isPending}
          onDecide={() =>
            work.adopt.mutate(
              { stamp: shown.plan.stamp, ...shown.asked, units: room.units },
              { onError: () => work.plan.mutate(shown.asked) },
            )
          }
        />
      )}
    </Box>
  );
}

function Found({ plan, deciding, onDecide }: { plan: RoomPlan; deciding: boolean; onDecide: () => void }) {
  const touched = plan.units.filter((u) => u.pieces.length > 0);
  const rest = plan.units.length - touched.length;
  return (
    <Box mt="3" bg="panel" borderWidth="1px" borderColor="line" borderRadius="md" p="4">
      <Text fontWeight="700" role="status">
        {plan.says}
      </Text>
      {plan.found && (
        <>
          <Flex gap="6" wrap="wrap" my="2">
            <Figure name="The owner pays for all" value={plan.quote} />
            <Figure name="Packs" value={plan.purchases} />
            <Figure name="Out of the drawer" value={plan.drawer} />
            <Figure name="From machine to machine" value={String(plan.exchanged)} />
          </Flex>
          <Lines name="To buy" lines={plan.buy} none="Nothing is bought." />
          {plan.drawn.length > 0 && <Text>Out of the drawer: {plan.drawn.join(', ')}</Text>}
          <Lines name="Comes out and stays over" lines={plan.left} />
          <Box as="ul" listStyleType="none" mt="2" aria-label="What goes into each">
            {touched.map((u) => (
              <Flex as="li" key={u.job} gap="3" py="1" borderTopWidth="1px" borderColor="line" wrap="wrap">
                <Text width="9rem" fontWeight="600">
                  #{u.job}: {u.after}
                </Text>
                <Text flex="1" minW="14rem">
                  {u.pieces.join('; ')}
                </Text>
                <Text color="quiet">{u.minutes} min</Text>
              </Flex>
            ))}
          </Box>
          {rest > 0 && <Text mt="1">{rest} have enough and stay shut.</Text>}
          <Button mt="3" loading={deciding} onClick={onDecide}>
            Decide on it for {touched.length}
          </Button>
        </>
      )}
      {plan.leftOut.length > 0 && (
        <Text color="quiet" mt="2">
          Not in it: {plan.leftOut.map((u) => `#${u.job} (${u.why})`).join(', ')}
        </Text>
      )}
    </Box>
  );
}

function Figure({ name, value }: { name: string; value: string }) {
  return (
    <Box>
      <Text fontSize="sm" color="quiet">
        {name}
      </Text>
      <Text fontWeight="700" fontSize="lg">
        {value}
      </Text>
    </Box>
  );
}

function Lines({ name, lines, none }: { name: string; lines: string[]; none?: string }) {
  if (lines.length === 0) return none ? <Text>{none}</Text> : null;
  return (
    <Text>
      {name}: {lines.join('; ')}
    </Text>
  );
}
