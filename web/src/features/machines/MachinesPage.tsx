import { EVERYWHERE, Keys } from '../../parts/keys';
import { Box, Button, Flex, Grid, Heading, Input, Link, Stack, Text } from '@chakra-ui/react';
import { type FormEvent, useRef, useState } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { ApiProblem } from '../../api/client';
import { SelectField } from '../../parts/Labelled';
import type { Account } from '../session';
import { type NewMachine, useMachines, useRecordFile, useRates, useStarter } from './api';

/** All machine records, and the two ways to a new one: the few facts of a first look, or a whole record from a file. */
export function MachinesPage({ account }: { account: Account }) {
  const machines = useMachines();
  const [params] = useSearchParams();
  const writes = account.role !== 'DESK';
  const [adding, setAdding] = useState(params.has('new'));
  const empty = machines.data?.length === 0;
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="72rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Flex gap="3" align="center" wrap="wrap" mb="4">
        <Heading as="h1" size="2xl" flex="1">
          Machine records
        </Heading>
        {writes && !adding && !empty && <Button onClick={() => setAdding(true)}>New record</Button>}
      </Flex>
      {empty && (
        <Text mb="3">
          No machine is described yet. Begin with the one on your bench: what you know on the first day is
          enough for a first job. A record with more in it comes from a file.
        </Text>
      )}
      {writes && (adding || empty) && <NewRecord />}
      <Stack as="ul" listStyleType="none" gap="2">
        {(machines.data ?? []).map((m) => (
          <li key={m.id}>
            <RouterLink to={`/machines/${encodeURIComponent(m.id)}`}>
              <Flex
                bg="panel"
                borderWidth="1px"
                borderColor="line"
                borderRadius="md"
                px="4"
                py="2"
                gap="4"
                wrap="wrap"
                _hover={{ borderColor: 'accent' }}
              >
                <Text fontWeight="700" flex="1" minW="12rem" overflowWrap="anywhere">
                  {m.name}
                </Text>
                <Text color="quiet">
                  {m.generation}, {m.sockets} {m.sockets === 1 ? 'socket' : 'sockets'}
                  {m.soldered > 0 && `, ${m.soldered} soldered`}
                </Text>
              </Flex>
            </RouterLink>
          </li>
        ))}
      </Stack>
    </Box>
  );
}

function NewRecord() {
  const starter = useStarter();
  const rates = useRates();
  const file = useRecordFile();
  const navigate = useNavigate();
  const chooser = useRef<HTMLInputElement>(null);
  const [m, setM] = useState<NewMachine>({
    maker: '',
    model: '',
    variant: '',
    kind: 'LAPTOP',
    generation: 'DDR4',
    formFactor: 'SO_DIMM',
    channels: 2,
    socketsPerChannel: 1,
    topRate: 3200,
    wayIn: 'WHOLE_BASE',
    minutes: 10,
  });
  const set = (part: Partial<NewMachine>) => setM((now) => ({ ...now, ...part }));
  const text = (
    label: string,
    name: 'maker' | 'model' | 'variant' | 'soldered' | 'makersMaximum',
    help?: string,
  ) => (
    <Box>
      <label htmlFor={`new-${name}`}>
        <Text fontWeight="600">{label}</Text>
      </label>
      <Input
        id={`new-${name}`}
        value={m[name] ?? ''}
        maxLength={60}
        onChange={(e) => set({ [name]: e.target.value })}
      />
      {help && (
        <Text fontSize="sm" color="quiet">
          {help}
        </Text>
      )}
    </Box>
  );
  const submit = (e: FormEvent) => {
    e.preventDefault();
    starter.mutate(
      {
        ...m,
        soldered: m.soldered?.trim() || undefined,
        makersMaximum: m.makersMaximum?.trim() || undefined,
      },
      { onSuccess: (made) => navigate(`/machines/${made.id}`) },
    );
  };
  const problem = starter.error ?? file.error;
  const faults =
    problem instanceof ApiProblem && Array.isArray(problem.body.faults)
      ? (problem.body.faults as { path: string; fault: string; value: string }[])
      : [];
  return (
    <Box
      as="section"
      aria-label="New record"
      bg="panel"
      borderWidth="2px"
      borderColor="accent"
      borderRadius="md"
      p="4"
      mb="4"
    >
      <form onSubmit={submit}>
        <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="3" alignItems="start">
          {text('Maker', 'maker')}
          {text('Model', 'model', 'as on the sticker under it')}
          {text('Variant', 'variant', 'if there are several')}
          <SelectField
            label="Kind"
            value={m.kind}
            options={[
              ['LAPTOP', 'Laptop'],
              ['ALL_IN_ONE', 'All-in-one'],
              ['MINI_PC', 'Mini PC'],
              ['DESKTOP', 'Desktop'],
              ['SERVER', 'Server'],
            ]}
            onChange={(kind) =>
              set({
                kind: kind as NewMachine['kind'],
                formFactor: kind === 'DESKTOP' || kind === 'SERVER' ? 'DIMM' : m.formFactor,
              })
            }
          />
          <SelectField
            label="Memory"
            value={m.generation}
            options={Object.keys(rates).map((g) => [g, g])}
            onChange={(g) =>
              set({
                generation: g as NewMachine['generation'],
                topRate: rates[g as NewMachine['generation']]?.at(-1) ?? m.topRate,
              })
            }
          />
          <SelectField
            label="Top rate, MT/s"
            value={String(m.topRate)}
            options={(rates[m.generation] ?? [m.topRate]).map((r) => [String(r), String(r)])}
            onChange={(r) => set({ topRate: Number(r) })}
          />
          <SelectField
            label="Sockets are"
            value={m.formFactor}
            options={[
              ['SO_DIMM', 'SO-DIMM'],
              ['DIMM', 'DIMM'],
            ]}
            onChange={(f) => set({ formFactor: f as NewMachine['formFactor'] })}
          />
          <SelectField
            label="Channels"
            value={String(m.channels)}
            options={[1, 2, 3, 4, 6, 8, 12].map((n) => [String(n), String(n)])}
            onChange={(n) => set({ channels: Number(n) })}
          />
          <SelectField
            label="Sockets per channel"
            value={String(m.socketsPerChannel)}
            options={[0, 1, 2, 3, 4].map((n) => [String(n), String(n)])}
            onChange={(n) => set({ socketsPerChannel: Number(n) })}
          />
          {text('Soldered, per channel', 'soldered', 'empty for none; 4 GB')}
          {text("Maker's maximum", 'makersMaximum', 'empty if nobody says; 32 GB')}
          <SelectField
            label="The way in"
            value={m.wayIn}
            options={[
              ['HATCH', 'Memory hatch'],
              ['WHOLE_BASE', 'Whole base'],
              ['COVER', 'Side cover'],
              ['KEYBOARD', 'Under the keyboard'],
            ]}
            onChange={(w) => set({ wayIn: w as NewMachine['wayIn'] })}
          />
          <SelectField
            label="Minutes, open and close"
            value={String(m.minutes)}
            options={[3, 5, 10, 15, 20, 30, 45, 60, 90].map((n) => [String(n), String(n)])}
            onChange={(n) => set({ minutes: Number(n) })}
          />
        </Grid>
        <Flex gap="3" mt="3" wrap="wrap" align="center">
          <Button type="submit" disabled={!m.maker.trim() || !m.model.trim()} loading={starter.isPending}>
            Make the record
          </Button>
          <Text color="quiet">or</Text>
          <input
            ref={chooser}
            type="file"
            accept="application/json,.json"
            hidden
            data-record
            onChange={(e) =>
              e.target.files?.[0] &&
              file.mutate(e.target.files[0], { onSuccess: (made) => navigate(`/machines/${made.id}`) })
            }
          />
          <Button
            variant="outline"
            color="ink"
            loading={file.isPending}
            onClick={() => chooser.current?.click()}
          >
            Take a whole record from a file
          </Button>
          <Link asChild color="accent" textDecoration="underline">
            <RouterLink to="/jobs">Back to the bench</RouterLink>
          </Link>
        </Flex>
        {problem && (
          <Box role="alert" color="stop" mt="2">
            <Text>
              {faults.length > 0
                ? 'The record does not hold together. Correct these and choose it again:'
                : problem.message}
            </Text>
            <Box as="ul" ps="5" listStyleType="disc">
              {faults.map((f) => (
                <li key={f.path + f.fault + f.value}>
                  <Text as="span" fontFamily="mono">
                    {f.path}
                  </Text>
                  : {f.fault}
                  {f.value && ` (${f.value})`}
                </li>
              ))}
            </Box>
          </Box>
        )}
      </form>
    </Box>
  );
}
