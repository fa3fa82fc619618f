import { Box, Button, Flex, Text } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { ChooseFile } from '../../parts/ChooseFile';
import { ColumnsOfList, unknownHeadings } from '../../parts/ColumnsOfList';

type Looked = Schemas['Looked'];
type Column = 'TAG' | 'LABEL' | 'MAKER' | 'PART' | 'SERIAL' | 'STATE' | 'NOTE' | 'ORIGIN' | 'BIN' | 'BOOK';
type Mapping = Partial<Record<Column, string>>;

const COLUMNS: [Column, string][] = [
  ['LABEL', 'the label line'],
  ['TAG', 'the tag'],
  ['MAKER', 'the maker'],
  ['PART', 'the part number'],
  ['SERIAL', 'the serial'],
  ['STATE', 'the state'],
  ['ORIGIN', 'new or pulled'],
  ['BIN', 'the bin'],
  ['BOOK', 'the book value'],
  ['NOTE', 'a note'],
];
const REMEMBERED = 'ridge-drawer-columns';

function remembered(): Mapping {
  try {
    return JSON.parse(localStorage.getItem(REMEMBERED) ?? '{}') as Mapping;
  } catch {
    return {};
  }
}

/** The columns that a list of these headings has by what was said before. */
function fitting(mapping: Mapping, headings: string): Mapping {
  return Object.fromEntries(
    Object.entries(mapping).filter(([, heading]) => heading && headings.includes(heading)),
  );
}

/** Modules off a list: looked over first; nothing goes in before somebody says so. */
export function ListIn() {
  const queries = useQueryClient();
  const [mapping, setMapping] = useState(remembered);
  const [file, setFile] = useState<File>();
  const send = useMutation({
    mutationFn: async ({ list, known, counts }: { list: File; known: Mapping; counts: boolean }) => {
      const headings = (await list.slice(0, 4000).text()).split(/\r?\n/, 1)[0];
      const asked = new URLSearchParams({ counts: String(counts) });
      for (const [column, heading] of Object.entries(fitting(known, headings)))
        asked.append('column', `${column}=${heading}`);
      return api.upload<Looked>(`/api/drawer/csv?${asked}`, new Blob([list], { type: 'text/csv' }));
    },
    onSuccess: (_, { counts }) => {
      if (counts) void queries.invalidateQueries({ queryKey: ['drawer'] });
    },
  });
  const look = (list: File, known = mapping) => {
    setFile(list);
    out.reset();
    send.mutate({ list, known, counts: false });
  };
  const out = useMutation({
    mutationFn: (tags: string[]) => api.put('/api/drawer/out', { tags, reason: 'the list was taken back' }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['drawer'] }),
  });
  const headings = unknownHeadings(send.error);
  const l = send.data;
  const counted = send.variables?.counts === true;
  return (
    <Box borderTopWidth="1px" borderColor="line" mt="4" pt="3">
      <Flex gap="3" align="center" wrap="wrap">
        <ChooseFile
          what="List of modules"
          size="sm"
          accept=".csv,text/csv"
          loading={send.isPending}
          onChosen={([list]) => look(list)}
        >
          From a list (CSV)
        </ChooseFile>
        <Text color="quiet" flex="1" minW="16rem">
          A heading, then a module a line: its label, and where the list has them tag, maker, part number,
          serial, state, new or pulled, bin, book value, note.{' '}
          <a href="/drawer-sample.csv" download style={{ textDecoration: 'underline' }}>
            Save a sample
          </a>
        </Text>
      </Flex>
      {file && headings.length > 0 ? (
        <>
          <Text role="status" mt="2">
            {file.name}: say which column is which.
          </Text>
          <ColumnsOfList
            columns={COLUMNS}
            needed={['LABEL']}
            headings={headings}
            known={{}}
            loading={send.isPending}
            onKnown={(known) => {
              localStorage.setItem(REMEMBERED, JSON.stringify(known));
              setMapping(known);
              look(file, known);
            }}
          />
        </>
      ) : (
        send.isError && (
          <Text role="alert" color="stop" mt="2">
            Nothing was put in: {send.error.message}
          </Text>
        )
      )}
      {file && l && (
        <Box role="status" mt="2">
          <Flex gap="3" align="center" wrap="wrap">
            <Text fontWeight="600" flex="1" minW="14rem" color={l.into === 0 ? 'risk' : undefined}>
              {out.isSuccess
                ? 'All of it is out again.'
                : counted
                  ? `${l.into} of ${l.lines} lines are in the drawer.`
                  : l.into === 0
                    ? 'No line of it is a module, so nothing can be put in.'
                    : `${l.into} of ${l.lines} lines can go in. Nothing has been put in yet.`}
            </Text>
            {counted && !out.isSuccess && (
              <Button
                size="sm"
                variant="outline"
                color="ink"
                loading={out.isPending}
                onClick={() => out.mutate(l.tags)}
              >
                Take {l.tags.length === 1 ? 'it' : 'them all'} out again
              </Button>
            )}
            {!counted && (
              <>
                {l.into > 0 && (
                  <Button
                    size="sm"
                    loading={send.isPending}
                    onClick={() => send.mutate({ list: file, known: mapping, counts: true })}
                  >
                    Put {l.into === 1 ? 'it' : `these ${l.into}`} in
                  </Button>
                )}
                <Button
                  size="sm"
                  variant="outline"
                  color="ink"
                  onClick={() => {
                    setFile(undefined);
                    send.reset();
                  }}
                >
                  Leave it
                </Button>
              </>
            )}
          </Flex>
          {out.isError && (
            <Text role="alert" color="stop">
              {out.error.message}
            </Text>
          )}
          <Lines name="What goes in" lines={l.goes} all={l.into} />
          <Lines name="Lines that do not go in" lines={l.bad} all={l.badLines} colour="stop" />
        </Box>
      )}
    </Box>
  );
}

function Lines({
  name,
  lines,
  all,
  colour,
}: {
  name: string;
  lines: string[];
  all: number;
  colour?: string;
}) {
  if (lines.length === 0) return null;
  return (
    <Box as="section" aria-label={name} mt="1">
      <Box as="ul" maxH="10rem" overflowY="auto" listStyleType="none" tabIndex={0} aria-label={name}>
        {lines.map((line) => (
          <Text as="li" key={line} fontSize="sm" color={colour}>
            {line}
          </Text>
        ))}
      </Box>
      {all > lines.length && (
        <Text fontSize="sm" color="quiet">
          and {all - lines.length} more
        </Text>
      )}
    </Box>
  );
}
