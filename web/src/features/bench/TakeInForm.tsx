import { Box, Button, Flex, Grid, Input, Text } from '@chakra-ui/react';
import { type FormEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useMachines } from '../../api/machines';
import { MachinePicker } from '../../parts/MachinePicker';
import { dropGlance } from '../../parts/glance';
import { useTakeIn } from './api';
import { OwnerPicker } from './OwnerPicker';
import { StickerPhoto } from './StickerPhoto';
import { Press } from '../../parts/Hand';

/** A machine comes in: which, whose, and what is wanted of it. */
export function TakeInForm({
  machine,
  told,
  onClose,
}: {
  machine: string;
  told: string;
  onClose: () => void;
}) {
  const machines = useMachines();
  const takeIn = useTakeIn();
  const navigate = useNavigate();
  const [machineId, setMachineId] = useState(machine);
  const [owner, setOwner] = useState('');
  const [wish, setWish] = useState('');
  const whose = useRef<HTMLInputElement>(null);
  const wanted = useRef<HTMLInputElement>(null);
  // Sent twice, because the answer got lost or the key was hit twice, it is one job all the same.
  const [takeInId] = useState(() => crypto.randomUUID());
  const submit = (e: FormEvent) => {
    e.preventDefault();
    takeIn.mutate(
      { machineId, owner: owner.trim(), wish: wish.trim(), takeInId, told },
      {
        onSuccess: ({ job, unread }) => {
          if (!unread) dropGlance();
          navigate(unread ? `/jobs/${job.id}/read?told` : `/jobs/${job.id}/take-in`);
        },
      },
    );
  };
  const chosen = machines.data?.find((m) => m.id === machineId);
  const describe = (typed: string) =>
    navigate(`/machines?new=${encodeURIComponent(typed)}&then=take${told ? '&glance' : ''}`);
  return (
    <Box
      as="section"
      aria-label="Take a machine in"
      bg="panel"
      borderWidth="2px"
      borderColor="accent"
      borderRadius="md"
      p="4"
      mb="4"
    >
      <form onSubmit={submit}>
        <Grid templateColumns={{ base: '1fr', md: '1.4fr 1fr 2fr auto' }} gap="3" alignItems="end">
          <MachinePicker
            label="Machine"
            machines={machines.data}
            chosen={machineId}
            onChoose={(id) => {
              setMachineId(id);
              if (id) whose.current?.focus();
            }}
            onUnknown={describe}
            autoFocus={machine === ''}
          />
          <OwnerPicker
            field={whose}
            owner={owner}
            machineId={machineId}
            autoFocus={machine !== ''}
            onOwner={setOwner}
            onKnown={(known) => {
              setOwner(known.owner);
              if (!machineId) setMachineId(known.machineId);
              wanted.current?.focus();
            }}
          />
          <Box>
            <label htmlFor="take-in-wish">
              <Text fontWeight="600">What they want, in their words</Text>
            </label>
            <Input
              ref={wanted}
              id="take-in-wish"
              value={wish}
              onChange={(e) => setWish(e.target.value)}
              maxLength={2000}
            />
          </Box>
          <Flex gap="2">
            <Press
              type="submit"
              lacks={
                !machineId
                  ? 'Choose the machine first, or make a quick record of it.'
                  : !owner.trim() && 'Write first whose it is.'
              }
              loading={takeIn.isPending}
            >
              Take in
            </Press>
            <Button variant="outline" color="ink" onClick={onClose}>
              Cancel
            </Button>
          </Flex>
        </Grid>
        <StickerPhoto
          onChoose={(id) => {
            setMachineId(id);
            whose.current?.focus();
          }}
        />
        {chosen && chosen.quirks.length > 0 && (
          <Text mt="2">
            <b>To know of it:</b> {chosen.quirks.join(' ')}
          </Text>
        )}
        {told && (
          <Text fontSize="sm" color="quiet" mt="2">
            What was told at the field desk goes with it.
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
