import { Box, Button, Checkbox, Flex, Grid, Heading, Input, Text } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type ReactNode, useRef, useState } from 'react';
import { Link as RouterLink, useSearchParams } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { CodePhoto } from '../../parts/CodePhoto';
import { type KeyMap, Keys, useScan } from '../../parts/keys';
import { PaperLink } from '../../parts/PaperLink';
import { SelectField } from '../../parts/Labelled';
import type { Account } from '../session';
import { AddModule } from './AddModule';
import { EditModule } from './EditModule';
import { type Module, ORIGIN, STATES, TESTED } from './words';

const COLUMNS = {
  base: '5rem minmax(0, 1fr) auto',
  lg: '5rem minmax(0, 2fr) 9.5rem 3rem 6rem minmax(0, 1.5fr) 6rem 5rem',
};

/** The modules in stock: found by any of their words, page by page. */
export function DrawerPage({ account }: { account: Account }) {
  const [params] = useSearchParams();
  const [text, setText] = useState(params.get('text') ?? '');
  const [state, setState] = useState<Module['tested'] | ''>('');
  const [free, setFree] = useState(false);
  const [gone, setGone] = useState(false);
  const [page, setPage] = useState(0);
  const [adding, setAdding] = useState(false);
  const search = useRef<HTMLInputElement>(null);
  const writes = account.role !== 'DESK';
  const query = new URLSearchParams({
    text,
    free: String(free),
    gone: String(gone),
    page: String(page),
    ...(state && { state }),
  });
  const found = useQuery({
    queryKey: ['drawer', 'page', query.toString()],
    queryFn: () => api.get<Schemas['DrawerPageView']>(`/api/drawer?${query}`),
    placeholderData: keepPreviousData,
  });
  const keys: KeyMap = [
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
  ];
  const at = (next: () => void) => {
    next();
    setPage(0);
  };
  const look = (code: string) => at(() => setText(code));
  useScan((code) => (look(code), true));
  return (
    <Box as="main" p={{ base: '3', md: '5' }} maxW="80rem" mx="auto" width="full">
      <Keys map={keys} />
      <Flex gap="3" align="center" wrap="wrap" mb="3">
        <Heading as="h1" size="2xl" flex="1">
          Drawer
        </Heading>
        {writes && !adding && <Button onClick={() => setAdding(true)}>Put a module in (N)</Button>}
      </Flex>
      {adding && <AddModule currency={found.data?.currency ?? ''} onClose={() => setAdding(false)} />}
      <Flex gap="3" wrap="wrap" align="end" mb="3">
        <Input
          ref={search}
          aria-label="Search the drawer"
          placeholder="Tag, 16 gb, 2Rx8, maker, part number, bin ...  (F)"
          value={text}
          onChange={(e) => at(() => setText(e.target.value))}
          maxW={{ base: 'full', md: '26rem' }}
        />
        <CodePhoto onCode={look}>By a photo of its code</CodePhoto>
        <Box width="11rem">
          <SelectField
            label="State"
            value={state}
            options={[['', 'any'], ...STATES]}
            onChange={(v) => at(() => setState(v as Module['tested'] | ''))}
          />
        </Box>
        <Tick label="Free ones only" checked={free} onChange={(is) => at(() => setFree(is))} />
        <Tick label="Those taken out for good" checked={gone} onChange={(is) => at(() => setGone(is))} />
        {found.data && <Text color="quiet">{found.data.total} found</Text>}
        {found.data && found.data.modules.length > 0 && (
          <TagSheet tags={found.data.modules.map((m) => m.tag)}>
            {found.data.pages > 1 ? 'Tags of this page as PDF' : 'Tags of these as PDF'}
          </TagSheet>
        )}
      </Flex>
      {found.isError && (
        <Text role="alert" color="stop">
          {found.error.message}
        </Text>
      )}
      {found.data?.total === 0 ? (
        <Text color="quiet">
          {text || state || free || gone
            ? 'Nothing in the drawer has all of that.'
            : 'The drawer is empty. Put in the first module by its label line.'}
        </Text>
      ) : (
        <>
          <Grid
            hideBelow="lg"
            templateColumns={COLUMNS.lg}
            columnGap="3"
            px="3"
            color="quiet"
            fontSize="sm"
            aria-hidden="true"
          >
            {['Tag', 'Module', 'State', 'Bin', 'Book value', 'Maker, part, serial', 'With'].map((h) => (
              <Text key={h}>{h}</Text>
            ))}
          </Grid>
          <Box as="ul" listStyleType="none" aria-label="Modules">
            {(found.data?.modules ?? []).map((m) => (
              <Row key={m.tag} module={m} writes={writes} currency={found.data?.currency ?? ''} />
            ))}
          </Box>
        </>
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

/** Tags to stick on, each with its code. */
function TagSheet({ tags, children }: { tags: string[]; children: string }) {
  const query = new URLSearchParams(tags.map((tag) => ['tag', tag]));
  return <PaperLink href={`/api/drawer/tags.pdf?${query}`}>{children}</PaperLink>;
}

function Tick({
  label,
  checked,
  onChange,
}: {
  label: string;
  checked: boolean;
  onChange: (is: boolean) => void;
}) {
  return (
    <Checkbox.Root
      checked={checked}
      onCheckedChange={(e) => onChange(e.checked === true)}
      colorPalette="heather"
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control borderColor="quiet" />
      <Checkbox.Label>{label}</Checkbox.Label>
    </Checkbox.Root>
  );
}

/** A module of the drawer; at hand's width its facts stand under each other. */
function Row({ module: m, writes, currency }: { module: Module; writes: boolean; currency: string }) {
  const [open, setOpen] = useState(false);
  return (
    <Box as="li" bg="panel" borderBottomWidth="1px" borderColor="line" px="3" data-tag={m.tag}>
      <Grid templateColumns={COLUMNS} columnGap="3" rowGap="0.5" alignItems="center" py="2">
        <Text fontFamily="mono" fontWeight="700">
          {m.tag}
        </Text>
        <Box minW="0">
          <Text fontWeight="600">
            {m.summary} {m.formFactor.replace('_', '-')}
          </Text>
          {m.note && <Text color="quiet">{m.note}</Text>}
          {m.pairs.length > 0 && <Text color="quiet">goes with {m.pairs.join(', ')}</Text>}
        </Box>
        <Fact name="State">
          {TESTED[m.tested]}, {ORIGIN[m.origin]}
        </Fact>
        <Fact name="Bin">{m.bin}</Fact>
        <Fact name="Book value">
          {currency} {m.bookValue}
        </Fact>
        <Fact name="Maker, part, serial">
          {m.maker}
          <Text as="span" fontFamily="mono" color="quiet" overflowWrap="anywhere">
            {' '}
            {[m.partNumber, m.serial].filter(Boolean).join(' ')}
          </Text>
        </Fact>
        <Fact name="With">
          {m.jobId !== undefined ? (
            <RouterLink to={`/jobs/${m.jobId}`} style={{ textDecoration: 'underline' }}>
              job #{m.jobId}
            </RouterLink>
          ) : m.gone ? (
            'out for good'
          ) : (
            'free'
          )}
        </Fact>
        <Box gridColumn={{ base: '3', lg: 'auto' }} gridRow={{ base: '1', lg: 'auto' }}>
          {writes && (
            <Button
              size="xs"
              minH="2rem"
              variant="outline"
              color="ink"
              aria-expanded={open}
              aria-label={`Change ${m.tag}`}
              onClick={() => setOpen(!open)}
            >
              Change
            </Button>
          )}
        </Box>
      </Grid>
      {open && <EditModule module={m} currency={currency} onClose={() => setOpen(false)} />}
    </Box>
  );
}

/** One fact of a module: a column where there is room, with its name in front where there is none. */
function Fact({ name, children }: { name: string; children: ReactNode }) {
  if (children === '') return <Box hideBelow="lg" />;
  return (
    <Box minW="0" gridColumn={{ base: '2 / 4', lg: 'auto' }}>
      <Text as="span" color="quiet" hideFrom="lg">
        {name}:{' '}
      </Text>
      {children}
    </Box>
  );
}
