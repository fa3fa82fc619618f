import { Box, Button, Checkbox, Flex, Heading, Input, Table, Text } from '@chakra-ui/react';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useRef, useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { type KeyMap, Keys } from '../../parts/keys';
import { SelectField } from '../../parts/Labelled';
import type { Account } from '../session';
import { type Module, TESTED, ORIGIN, STATES } from './words';
import { AddModule } from './AddModule';

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
      {adding && <AddModule onClose={() => setAdding(false)} />}
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
