import { Box, Button, Field, Flex, Grid, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useEffect, useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { ChooseFile } from '../../parts/ChooseFile';
import { ColumnsOfList, unknownHeadings } from '../../parts/ColumnsOfList';
import { EVERYWHERE, Keys } from '../../parts/keys';
import { dayAndClock } from '../../parts/times';
import type { Account } from '../session';
import { Landing, type Progress } from './Landing';
import { Press } from '../../parts/Hand';

type Supplier = Schemas['SupplierView'];
type Column = keyof Supplier['mapping'] & string;

const COLUMNS: [Column, string][] = [
  ['WORDING', 'the wording'],
  ['PRICE', 'the price of a pack'],
  ['PACK', 'pieces in a pack'],
  ['STOCK', 'packs in stock'],
  ['LEAD', 'days until it is here'],
  ['RETURNS', 'days of return'],
];
const ASK_MS = 400;

/** Suppliers with the sheets that count now; a new sheet takes the old one's place when it is whole. */
export function SuppliersPage({ account }: { account: Account }) {
  const suppliers = useQuery({
    queryKey: ['suppliers'],
    queryFn: () => api.get<Supplier[]>('/api/suppliers'),
  });
  const writes = account.role !== 'DESK';
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="72rem" mx="auto" width="full">
      <Keys map={EVERYWHERE} />
      <Heading as="h1" size="2xl" mb="3">
        Supplier sheets
      </Heading>
      {suppliers.isError && (
        <Text role="alert" color="stop">
          {suppliers.error.message}
        </Text>
      )}
      {suppliers.data?.length === 0 && (
        <Text mb="3">No supplier yet. Name the first one below, then load its price list as CSV.</Text>
      )}
      {writes && (
        <Text mb="3" color="quiet">
          A sheet is a CSV with a heading: what it is and its price, and where it has them pieces in a pack,
          stock, days until it is here, days of return.{' '}
          <a href="/sheet-sample.csv" download style={{ textDecoration: 'underline' }}>
            Save a sample
          </a>
        </Text>
      )}
      <Stack as="ul" listStyleType="none" gap="3">
        {(suppliers.data ?? []).map((s) => (
          <li key={s.id}>
            <One supplier={s} writes={writes} />
          </li>
        ))}
      </Stack>
      {writes && <AddSupplier />}
    </Box>
  );
}

function One({ supplier: s, writes }: { supplier: Supplier; writes: boolean }) {
  const queries = useQueryClient();
  const [run, setRun] = useState<Progress>();
  const [shown, setShown] = useState(false);
  const [waiting, setWaiting] = useState<File>();
  const load = useMutation({
    mutationFn: (file: File) =>
      api.upload<Progress>(`/api/suppliers/${s.id}/sheet`, new Blob([file], { type: 'text/csv' })),
    onSuccess: (p) => {
      setWaiting(undefined);
      setRun(p);
    },
    onError: (e, file) => setWaiting(unknownHeadings(e).length > 0 ? file : undefined),
  });
  const back = useMutation({
    mutationFn: () => api.post<Supplier[]>(`/api/suppliers/${s.id}/sheet-before`, {}),
    onSuccess: (all) => {
      queries.setQueryData(['suppliers'], all);
      setRun(undefined);
    },
  });
  useEffect(() => {
    if (run?.state !== 'RUNNING') {
      if (run) void queries.invalidateQueries({ queryKey: ['suppliers'] });
      return;
    }
    const timer = setTimeout(() => void api.get<Progress>(`/api/sheets/${run.id}`).then(setRun), ASK_MS);
    return () => clearTimeout(timer);
  }, [run, queries]);
  const headings = unknownHeadings(load.error);
  return (
    <Box as="section" aria-label={s.name} bg="panel" borderRadius="md" px="4" py="3">
      <Flex gap="3" wrap="wrap" align="center">
        <Box flex="1" minW="16rem">
          <Text fontWeight="700" fontSize="lg">
            {s.name}
          </Text>
          <Text color="quiet">
            {s.offers} offers{s.loadedAt ? `, sheet of ${dayAndClock(s.loadedAt)}` : ', no sheet yet'}; here
            in {s.leadDays} {s.leadDays === 1 ? 'day' : 'days'};{' '}
            {s.returnDays === undefined ? 'nothing goes back' : `goes back within ${s.returnDays} days`}
            {s.restockingPermille > 0 && `, ${s.restockingPermille / 10} % kept`}
          </Text>
        </Box>
        {s.offers > 0 && (
          <Button size="sm" variant="ghost" color="ink" onClick={() => setShown(!shown)}>
            {shown ? 'Hide the offers' : 'Show the offers'}
          </Button>
        )}
        {writes && s.loadedBefore && (
          <Button
            size="sm"
            variant="outline"
            color="ink"
            loading={back.isPending}
            onClick={() => back.mutate()}
          >
            Take back the sheet of {dayAndClock(s.loadedBefore)}
          </Button>
        )}
        {writes && (
          <ChooseFile
            size="sm"
            variant="solid"
            what={`Sheet of ${s.name}`}
            accept=".csv,text/csv"
            loading={load.isPending}
            onChosen={([file]) => load.mutate(file)}
          >
            Load a sheet (CSV)
          </ChooseFile>
        )}
      </Flex>
      {back.isError && (
        <Text role="alert" color="stop" mt="2">
          {back.error.message}
        </Text>
      )}
      {load.isError && (
        <Text role="alert" color="stop" mt="2">
          {load.error.message}
        </Text>
      )}
      {waiting && headings.length > 0 && (
        <Mapping supplier={s} headings={headings} onDone={() => load.mutate(waiting)} />
      )}
      {run && (
        <Landing
          progress={run}
          onCancel={() => void api.delete<Progress>(`/api/sheets/${run.id}`).then(setRun)}
          onCount={() => void api.post<Progress>(`/api/sheets/${run.id}/count`, {}).then(setRun)}
        />
      )}
      {shown && <Offers supplier={s} />}
    </Box>
  );
}

/** Which column is which, asked once and remembered. */
function Mapping({
  supplier: s,
  headings,
  onDone,
}: {
  supplier: Supplier;
  headings: string[];
  onDone: () => void;
}) {
  const queries = useQueryClient();
  const keep = useMutation({
    mutationFn: (mapping: Partial<Record<Column, string>>) =>
      api.put<Supplier[]>(`/api/suppliers/${s.id}`, {
        returnDays: s.returnDays,
        leadDays: s.leadDays,
        restockingPermille: s.restockingPermille,
        mapping,
      }),
    onSuccess: (all) => {
      queries.setQueryData(['suppliers'], all);
      onDone();
    },
  });
  return (
    <ColumnsOfList
      columns={COLUMNS}
      needed={['WORDING', 'PRICE']}
      headings={headings}
      known={s.mapping as Partial<Record<Column, string>>}
      loading={keep.isPending}
      onKnown={(mapping) => keep.mutate(mapping)}
    />
  );
}

function Offers({ supplier: s }: { supplier: Supplier }) {
  const [page, setPage] = useState(0);
  const offers = useQuery({
    queryKey: ['offers', s.id, s.loadedAt, page],
    queryFn: () => api.get<Schemas['OfferView'][]>(`/api/suppliers/${s.id}/offers?page=${page}`),
  });
  const pages = Math.ceil(s.offers / 50);
  return (
    <Box mt="2">
      <Stack
        as="ul"
        listStyleType="none"
        gap="0"
        maxH="24rem"
        overflowY="auto"
        tabIndex={0}
        aria-label={`Offers of ${s.name}`}
      >
        {(offers.data ?? []).map((o) => (
          <Flex as="li" key={o.id} gap="3" py="0.5" fontSize="sm" wrap="wrap">
            <Text as="span" flex="1" minW="16rem" fontFamily="mono">
              {o.wording}
            </Text>
            <Text as="span" width="6rem" textAlign="right" fontWeight="700">
              {o.price}
            </Text>
            <Text as="span" width="18rem" color="quiet">
              {o.pieces > 1 ? `pack of ${o.pieces}, ` : ''}
              {o.stock} in stock, {o.leadDays} {o.leadDays === 1 ? 'day' : 'days'},{' '}
              {o.returnDays === undefined ? 'no return' : `back within ${o.returnDays}`}
            </Text>
          </Flex>
        ))}
      </Stack>
      {pages > 1 && (
        <Flex gap="3" align="center" mt="1">
          <Button
            size="xs"
            variant="outline"
            color="ink"
            disabled={page === 0}
            onClick={() => setPage(page - 1)}
          >
            Before
          </Button>
          <Text>
            Page {page + 1} of {pages}
          </Text>
          <Button
            size="xs"
            variant="outline"
            color="ink"
            disabled={page + 1 >= pages}
            onClick={() => setPage(page + 1)}
          >
            Next
          </Button>
        </Flex>
      )}
    </Box>
  );
}

function AddSupplier() {
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const [lead, setLead] = useState('2');
  const [back, setBack] = useState('14');
  const add = useMutation({
    mutationFn: () =>
      api.post<Supplier[]>('/api/suppliers', {
        name,
        leadDays: Number(lead) || 0,
        returnDays: back.trim() === '' ? undefined : Number(back),
        restockingPermille: 0,
      }),
    onSuccess: (all) => {
      queries.setQueryData(['suppliers'], all);
      setName('');
    },
  });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    add.mutate();
  };
  const field = (label: string, value: string, set: (v: string) => void) => (
    <Field.Root>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Input value={value} onChange={(e) => set(e.target.value)} />
    </Field.Root>
  );
  return (
    <Box as="section" aria-label="New supplier" mt="5">
      <Heading as="h2" size="md" mb="2">
        New supplier
      </Heading>
      <form onSubmit={submit}>
        <Grid templateColumns={{ base: '1fr', md: '2fr 1fr 1fr auto' }} gap="3" alignItems="end">
          {field('Name', name, setName)}
          {field('Days until it is here', lead, setLead)}
          {field('Days of return, empty for none', back, setBack)}
          <Press type="submit" loading={add.isPending} lacks={!name.trim() && 'Write the name first.'}>
            Add
          </Press>
        </Grid>
        {add.isError && (
          <Text role="alert" color="stop" mt="2">
            {add.error.message}
          </Text>
        )}
      </form>
    </Box>
  );
}
