import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { Small } from '../../../parts/Labelled';
import * as d from './draft';
import { Select } from './PartForm';
import * as s from './slots';

type Props = { record: d.MachineRecord; onChange: (next: d.MachineRecord) => void };

const COLOURS = ['black', 'blue', 'white', 'grey', 'yellow', 'green', 'red', 'orange'];

/** Processors, their channels, and the positions of each in the order in which they are filled: named and coloured as on the board. */
export function Slots({ record, onChange }: Props) {
  return (
    <Box as="section" aria-label="Slots and channels">
      {record.processors.map((processor) => (
        <Box key={processor} mb="4">
          {record.processors.length > 1 && (
            <Heading as="h2" size="md" mb="1">
              Processor {processor}
            </Heading>
          )}
          {record.channels
            .filter((c) => c.processor === processor)
            .map((c) => (
              <ChannelSlots
                key={c.id}
                record={record}
                channel={c.id}
                onChange={onChange}
                only={record.channels.length === 1}
              />
            ))}
          <Button
            size="sm"
            variant="outline"
            color="ink"
            onClick={() => onChange(s.addChannel(record, processor))}
          >
            Add a channel{record.processors.length > 1 && ` of ${processor}`}
          </Button>
        </Box>
      ))}
      <Button size="sm" variant="outline" color="ink" onClick={() => onChange(s.addProcessor(record))}>
        Add a processor
      </Button>
    </Box>
  );
}

function ChannelSlots({ record, channel, onChange, only }: Props & { channel: string; only: boolean }) {
  const set = (id: string, change: Partial<s.Position>) =>
    onChange({ ...record, positions: d.inList(record.positions, id, change) });
  return (
    <Box bg="panel" borderRadius="md" px="3" py="2" mb="2" role="group" aria-label={`Channel ${channel}`}>
      <Flex gap="3" align="center" wrap="wrap">
        <Text fontWeight="700" flex="1">
          Channel {channel}
        </Text>
        <Button size="xs" variant="outline" color="ink" onClick={() => onChange(s.addSlot(record, channel))}>
          Add a socket
        </Button>
        {!only && (
          <Button
            size="xs"
            variant="ghost"
            color="ink"
            onClick={() => onChange(s.removeChannel(record, channel))}
          >
            Take the channel out
          </Button>
        )}
      </Flex>
      <Box as="ol" listStyleType="none">
        {s.ofChannel(record, channel).map((p, i) => (
          <Flex
            as="li"
            key={p.id}
            columnGap="3"
            rowGap="1"
            align="center"
            wrap="wrap"
            py="1"
            data-slot={p.id}
          >
            <Text width="1.5rem" textAlign="right" color="quiet">
              {i + 1}.
            </Text>
            <Small label="called" width="13rem" value={p.label} onCommit={(label) => set(p.id, { label })} />
            {p.socket ? (
              <Colour
                value={p.socket.colour}
                onChange={(colour) => p.socket && set(p.id, { socket: { ...p.socket, colour } })}
              />
            ) : (
              <Text color="quiet">soldered</Text>
            )}
            <Flex gap="1" ms="auto">
              {i > 0 && (
                <Button
                  size="xs"
                  variant="outline"
                  color="ink"
                  onClick={() => onChange(s.sooner(record, channel, p.id))}
                >
                  Fill sooner
                </Button>
              )}
              {record.positions.length > 1 && (
                <Button
                  size="xs"
                  variant="ghost"
                  color="ink"
                  aria-label={`Take ${p.label} out`}
                  onClick={() => onChange(s.removeSlot(record, p.id))}
                >
                  Take it out
                </Button>
              )}
            </Flex>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

function Colour({
  value,
  onChange,
}: {
  value: string | undefined;
  onChange: (colour: string | undefined) => void;
}) {
  const others = value && !COLOURS.includes(value) ? [value] : [];
  return (
    <Flex gap="1.5" align="center">
      <Select
        label="colour"
        value={value ?? ''}
        options={[['', 'not noted'], ...[...COLOURS, ...others].map((c): [string, string] => [c, c])]}
        onChange={(c) => onChange(c || undefined)}
      />
      {value && COLOURS.includes(value) && (
        <Box
          aria-hidden="true"
          width="1.1rem"
          height="1.1rem"
          borderRadius="sm"
          borderWidth="1px"
          borderColor="edge"
          style={{ background: value }}
        />
      )}
    </Flex>
  );
}
