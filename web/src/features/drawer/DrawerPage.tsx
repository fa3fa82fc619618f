import { Box, Button, Checkbox, Field, Flex, Grid, Heading, Input, Table, Text } from '@chakra-ui/react';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useMemo, useRef, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { ChooseFile } from '../../parts/ChooseFile';
import { type KeyMap, Keys } from '../../parts/keys';
import { SelectField } from '../../parts/Labelled';
import type { Account } from '../session';

type Module = Schemas['DrawerModuleView'];
type New = Schemas['NewModuleRequest'];

const TESTED: Record<Module['tested'], string> = {
  GOOD: 'good',
  UNTESTED: 'untested',
  SUSPECT: 'suspect',
  BAD: 'bad',
};
const ORIGIN: Record<Module['origin'], string> = { NEW: 'new', PULLED: 'pulled' };
const STATES = Object.entries(TESTED) as [Module['tested'], string][];

/** The modules in stock: found by any of their words, page by page. */
export function DrawerPage({ account }: { account: Account }) {
  const [text, setText] = useState('');
  const [state, setState] = useState<Module['tested'] | ''>('');
  const [free, setFree] = useState(false);
  const [page, setPage] = useState(0);
  const [adding, setAdding] = useState(false);
  const search = useRef<HTMLInputElement>(null);
  const writes = account.role !== 'DESK';
  const query = new URLSearchParams({
    text,
    free: String(free),
    page: String(page),
    ...(state && { state }),
  });
  const found = useQuery({
    queryKey: ['drawer', 'page', query.toString()],
    queryFn: () => api.get<Schemas['DrawerPageView']>(`/api/drawer?${query}`),
    placeholderData: keepPreviousData,
  });
  const keys = useMemo<KeyMap>(
    () => [
      {
        keys: 'N',
        does: 'a module into the drawer',
        match: (e) => e.key === 'n' && writes,
        run: () => setAdding(true),
      },
      {
        keys: 'F',
        does: 'search the drawer',
        match: (e) => e.key === 'f',
        run: () => search.current?.focus(),
      },
      { keys: '/', does: 'find a job, module or machine' },
    ],
    [writes],
  );
  const at = (next: () => void) => {
    next();
    setPage(0);
  };
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="80rem" mx="auto" width="full">
      <Keys map={keys} />
      <Flex gap="3" align="center" wrap="wrap" mb="3">
        <Heading as="h1" size="2xl" flex="1">
          Drawer
        </Heading>
        {writes && !adding && <Button onClick={() => setAdding(true)}>Put a module in (N)</Button>}
      </Flex>
      {adding && <Add onClose={() => setAdding(false)} />}
      <Flex gap="3" wrap="wrap" align="center" mb="3">
        <Input
          ref={search}
          aria-label="Search the drawer"
          placeholder="Tag, 16 gb, 2Rx8, maker, part number, bin ...  (F)"
          value={text}
          onChange={(e) => at(() => setText(e.target.value))}
          maxW={{ base: 'full', md: '26rem' }}
        />
        <Box width="11rem">
          <SelectField
            label="State"
            value={state}
            options={[['', 'any'], ...STATES]}
            onChange={(v) => at(() => setState(v as Module['tested'] | ''))}
          />
        </Box>
        <Checkbox.Root
          checked={free}
          onCheckedChange={(e) => at(() => setFree(e.checked === true))}
          colorPalette="heather"
        >
          <Checkbox.HiddenInput />
          <Checkbox.Control borderColor="quiet" />
          <Checkbox.Label>Free ones only</Checkbox.Label>
        </Checkbox.Root>
        {found.data && <Text color="quiet">{found.data.total} found</Text>}
      </Flex>
      {found.isError && (
        <Text role="alert" color="stop">
          {found.error.message}
        </Text>
      )}
      {found.data?.total === 0 ? (
        <Text color="quiet">
          {text || state || free
            ? 'Nothing in the drawer has all of that.'
            : 'The drawer is empty. Put in the first module by its label line.'}
        </Text>
      ) : (
        <Box overflowX="auto">
          <Table.Root size="sm">
            <Table.Header>
              <Table.Row bg="panel">
                {['Tag', 'Module', 'State', 'Bin', 'Book value', 'Maker, part, serial', 'With'].map((h) => (
                  <Table.ColumnHeader key={h}>{h}</Table.ColumnHeader>
                ))}
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {(found.data?.modules ?? []).map((m) => (
                <Row key={m.tag} module={m} writes={writes} />
              ))}
            </Table.Body>
          </Table.Root>
        </Box>
      )}
      {found.data && found.data.pages > 1 && (
        <Flex as="nav" aria-label="Pages" gap="3" align="center" mt="3">
          <Button
            size="sm"
            variant="outline"
            color="ink"
            disabled={page === 0}
            onClick={() => setPage(page - 1)}
          >
            Before
          </Button>
          <Text>
            Page {page + 1} of {found.data.pages}
          </Text>
          <Button
            size="sm"
            variant="outline"
            color="ink"
            disabled={page + 1 >= found.data.pages}
            onClick={() => setPage(page + 1)}
          >
            Next
          </Button>
        </Flex>
      )}
    </Box>
  );
}

function Row({ module: m, writes }: { module: Module; writes: boolean }) {
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: (body: Partial<Schemas['ChangeModuleRequest']>) =>
      api.put<void>(`/api/drawer/${encodeURIComponent(m.tag)}`, {
        tested: m.tested,
        bin: m.bin,
        note: m.note,
        bookValue: m.bookValue,
        ...body,
      }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['drawer'] }),
  });
  return (
    <Table.Row bg="panel">
      <Table.Cell fontFamily="mono" fontWeight="700">
        {m.tag}
      </Table.Cell>
      <Table.Cell>
        <Text fontWeight="600">
          {m.summary} {m.formFactor.replace('_', '-')}
        </Text>
        {m.note && <Text color="quiet">{m.note}</Text>}
        {m.pairs.length > 0 && <Text color="quiet">goes with {m.pairs.join(', ')}</Text>}
      </Table.Cell>
      <Table.Cell>
        {writes ? (
          <select
            aria-label={`State of ${m.tag}`}
            value={m.tested}
            onChange={(e) => change.mutate({ tested: e.target.value as Module['tested'] })}
            style={{ background: 'transparent', minHeight: '2rem' }}
          >
            {STATES.map(([k, t]) => (
              <option key={k} value={k}>
                {t}
              </option>
            ))}
          </select>
        ) : (
          TESTED[m.tested]
        )}
        <Text color="quiet">{ORIGIN[m.origin]}</Text>
        {change.isError && (
          <Text role="alert" color="stop">
            {change.error.message}
          </Text>
        )}
      </Table.Cell>
      <Table.Cell>{m.bin}</Table.Cell>
      <Table.Cell>{m.bookValue}</Table.Cell>
      <Table.Cell>
        {m.maker}
        <Text fontFamily="mono" color="quiet">
          {[m.partNumber, m.serial].filter(Boolean).join(' ')}
        </Text>
      </Table.Cell>
      <Table.Cell>
        {m.jobId !== undefined ? (
          <RouterLink to={`/jobs/${m.jobId}`} style={{ textDecoration: 'underline' }}>
            job #{m.jobId}
          </RouterLink>
        ) : (
          'free'
        )}
      </Table.Cell>
    </Table.Row>
  );
}

function Add({ onClose }: { onClose: () => void }) {
  const empty: New = {
    tag: '',
    labelLine: '',
    maker: '',
    partNumber: '',
    serial: '',
    tested: 'UNTESTED',
    note: '',
    origin: 'PULLED',
    bin: '',
    bookValue: '0',
    count: 1,
  };
  const queries = useQueryClient();
  const [fields, setFields] = useState(empty);
  const chip = useMutation({
    mutationFn: (file: File) =>
      api.upload<Schemas['ChipView']>(
        '/api/drawer/chip',
        new Blob([file], { type: 'application/octet-stream' }),
      ),
    onSuccess: ({ sound: _, ...read }) =>
      setFields((f) => ({ ...f, ...read, labelLine: read.labelLine || f.labelLine, count: 1 })),
  });
  const done = { onSuccess: () => queries.invalidateQueries({ queryKey: ['drawer'] }) };
  const add = useMutation({ mutationFn: () => api.post<string[]>('/api/drawer', fields), ...done });
  const list = useMutation({
    mutationFn: (file: File) =>
      api.upload<Schemas['CsvAnswer']>('/api/drawer/csv', new Blob([file], { type: 'text/csv' })),
    ...done,
  });
  const text = (
    key: 'tag' | 'labelLine' | 'maker' | 'partNumber' | 'serial' | 'note' | 'bin' | 'bookValue',
  ) => ({
    value: fields[key],
    onChange: (e: { target: { value: string } }) => setFields({ ...fields, [key]: e.target.value }),
  });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    add.mutate(undefined, {
      onSuccess: () =>
        setFields({ ...empty, labelLine: fields.labelLine, maker: fields.maker, bin: fields.bin }),
    });
  };
  const field = (label: string, key: Parameters<typeof text>[0], mono = false) => (
    <Field.Root>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Input {...text(key)} fontFamily={mono ? 'mono' : undefined} />
    </Field.Root>
  );
  return (
    <Box as="section" aria-label="A module into the drawer" bg="panel" borderRadius="md" p="4" mb="4">
      <form onSubmit={submit}>
        <Grid templateColumns={{ base: '1fr', md: 'repeat(4, 1fr)' }} gap="3" alignItems="end">
          {field('Tag', 'tag', true)}
          <Box gridColumn={{ md: 'span 2' }}>{field('Label line', 'labelLine', true)}</Box>
          <Field.Root>
            <Field.Label fontWeight="600">How many alike</Field.Label>
            <Input
              type="number"
              min={1}
              max={200}
              value={fields.count}
              onChange={(e) => setFields({ ...fields, count: Math.max(1, Number(e.target.value) || 1) })}
            />
          </Field.Root>
          {field('Maker', 'maker')}
          {field('Part number', 'partNumber', true)}
          {field('Serial', 'serial', true)}
          {field('Bin', 'bin')}
          <SelectField
            label="State of it"
            value={fields.tested}
            options={STATES}
            onChange={(v) => setFields({ ...fields, tested: v as New['tested'] })}
          />
          <SelectField
            label="Came as"
            value={fields.origin}
            options={Object.entries(ORIGIN) as [string, string][]}
            onChange={(v) => setFields({ ...fields, origin: v as New['origin'] })}
          />
          {field('Book value', 'bookValue')}
          {field('Note', 'note')}
        </Grid>
        <Flex gap="3" mt="3" wrap="wrap" align="center">
          <Button type="submit" loading={add.isPending} disabled={!fields.tag || !fields.labelLine}>
            Put it in
          </Button>
          <ChooseFile
            what="List of modules"
            accept=".csv,text/csv"
            loading={list.isPending}
            onChosen={([file]) => list.mutate(file)}
          >
            From a list (CSV)
          </ChooseFile>
          <ChooseFile
            what="SPD image of the module"
            loading={chip.isPending}
            onChosen={([file]) => chip.mutate(file)}
          >
            From its SPD image
          </ChooseFile>
          <Button variant="ghost" color="ink" onClick={onClose}>
            Done
          </Button>
          {chip.data && (
            <Text role="status">
              {chip.data.labelLine
                ? 'Read from its chip: look it over, and give it a tag.'
                : 'Read from its chip; no short line says what it is, so type its label.'}
              {!chip.data.sound && ' Its checksums do not hold: hold every field against the sticker.'}
            </Text>
          )}
          {add.data && <Text role="status">In the drawer: {add.data.join(', ')}.</Text>}
          {list.data && <Text role="status">{list.data.landed} modules landed.</Text>}
        </Flex>
        {(add.isError || list.isError || chip.isError) && (
          <Text role="alert" color="stop" mt="2">
            Not kept: {(add.error ?? list.error ?? chip.error)?.message}
          </Text>
        )}
        {list.data?.bad.map((b) => (
          <Text key={b} color="stop">
            {b}
          </Text>
        ))}
      </form>
    </Box>
  );
}
