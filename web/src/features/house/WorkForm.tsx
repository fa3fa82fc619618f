import { Box, Button, Flex, Heading, Input, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { Keep } from './Keep';

type House = Schemas['HouseView'];
type Kind = House['work'][number];

const COLUMNS: [keyof Kind, string, string][] = [
  ['name', 'Work', '16rem'],
  ['low', 'Low', '6.5rem'],
  ['usual', 'Usual', '6.5rem'],
  ['high', 'High', '6.5rem'],
  ['year', 'Year', '5rem'],
];
const SYSTEM = 'system';

/** Memory is written as the trade writes it. */
function asWritten(work: Kind[]): Kind[] {
  const size = (text: string) => text.replace(/ ([KMGT])iB$/, ' $1B');
  return work.map((w) => ({ ...w, low: size(w.low), usual: size(w.usual), high: size(w.high) }));
}

/** The kinds of work that Plan adds up, with what each keeps busy: the shop's own figures. */
export function WorkForm({ house, writes }: { house: House; writes: boolean }) {
  const kept = asWritten(house.work);
  const [work, setWork] = useState(kept);
  const [begun, setBegun] = useState(house.workVersion);
  const show = (now: House) => {
    setWork(asWritten(now.work));
    setBegun(now.workVersion);
  };
  const changed = JSON.stringify(work) !== JSON.stringify(kept);
  const set = (i: number, key: keyof Kind, text: string) =>
    setWork(
      work.map((w, n) =>
        n === i ? { ...w, [key]: key === 'year' ? Number(text.replace(/\D/g, '').slice(0, 4)) : text } : w,
      ),
    );
  const add = () => {
    const ids = new Set(work.map((w) => w.id));
    let n = work.length;
    while (ids.has(`own-${n}`)) n++;
    setWork([
      ...work,
      { id: `own-${n}`, name: '', low: '1 GB', usual: '2 GB', high: '4 GB', year: new Date().getFullYear() },
    ]);
  };
  return (
    <Box as="section" aria-label="Kinds of work">
      <Heading as="h2" size="lg">
        Kinds of work
      </Heading>
      <Text color="quiet" mb="2">
        What each keeps busy beside the system. Plan adds up what the owner does; measured figures always go
        before these.
      </Text>
      <Box overflowX="auto">
        <Table.Root size="sm">
          <Table.Header>
            <Table.Row bg="panel">
              {[...COLUMNS.map((c) => c[1]), ''].map((h) => (
                <Table.ColumnHeader key={h}>{h}</Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {work.map((w, i) => (
              <Table.Row key={w.id} bg="panel">
                {COLUMNS.map(([key, label, width]) => (
                  <Table.Cell key={key}>
                    <Input
                      size="sm"
                      width={width}
                      maxW="full"
                      aria-label={`${label} of ${w.name || 'new work'}`}
                      value={String(w[key])}
                      maxLength={80}
                      disabled={!writes}
                      onChange={(e) => set(i, key, e.target.value)}
                    />
                  </Table.Cell>
                ))}
                <Table.Cell>
                  {writes && w.id !== SYSTEM && (
                    <Button
                      size="sm"
                      variant="ghost"
                      color="ink"
                      aria-label={`Take out ${w.name || 'new work'}`}
                      onClick={() => setWork(work.filter((x) => x !== w))}
                    >
                      Take out
                    </Button>
                  )}
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
      {writes && (
        <Flex mt="2">
          <Button size="sm" variant="outline" color="ink" onClick={add}>
            Another kind of work
          </Button>
        </Flex>
      )}
      {writes && changed && (
        <Keep
          path="/api/house/work"
          what={{ expectedVersion: begun, work }}
          button="Keep these figures"
          onKept={show}
          onLeave={() => show(house)}
        />
      )}
    </Box>
  );
}
