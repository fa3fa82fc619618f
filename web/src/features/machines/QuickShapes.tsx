import { Box, Button, Flex, Input, Stack, Text } from '@chakra-ui/react';
import type { Schemas } from '../../api/client';
import { SelectField } from '../../parts/Labelled';
import { ShapePicture } from '../../pictures/ShapePicture';
import type { QuickMachine, Spot } from './api';
import { bankSize, channelName, isShape, ofProcessors, settled, spots, withSpot } from './shapes';

/** The drawn shapes; one press chooses. */
export function Shapes({
  m,
  shapes,
  onChoose,
}: {
  m: QuickMachine;
  shapes: Schemas['ShapeView'][];
  onChoose: (s: Schemas['ShapeView']) => void;
}) {
  const straight = m.kind === 'DESKTOP' || m.kind === 'SERVER';
  const offered = shapes.filter((s) => (straight ? s.form === 'DIMM' : s.form !== 'DIMM'));
  return (
    <Box as="fieldset">
      <Text as="legend" fontWeight="600" mb="1">
        Its shape
      </Text>
      <Flex gap="2" wrap="wrap">
        {offered.map((s) => {
          const chosen = isShape(m, s);
          return (
            <Box
              key={s.id}
              asChild
              borderWidth="2px"
              borderColor={chosen ? 'accent' : 'line'}
              bg={chosen ? 'accentSoft' : undefined}
              borderRadius="md"
              px="2"
              pt="2"
              pb="1"
              width="6.95rem"
              cursor="pointer"
            >
              <button type="button" aria-pressed={chosen} onClick={() => onChoose(s)}>
                <ShapePicture channels={spots(s)} wide={s.form === 'CAMM2'} name="" />
                <Text as="span" display="block" fontSize="sm" textAlign="left" lineHeight="1.2" mt="1">
                  {s.name}
                </Text>
              </button>
            </Box>
          );
        })}
      </Flex>
    </Box>
  );
}

/** How large what is soldered is: the one figure that a drawn shape does not show. */
export function Banks({
  m,
  onChange,
  refused,
}: {
  m: QuickMachine;
  onChange: (m: QuickMachine) => void;
  refused?: string;
}) {
  const banks = m.channels.flat().filter((s) => s.kind === 'BANK').length;
  if (banks === 0 && !refused) return null;
  return (
    <Flex gap="2" align="center" wrap="wrap">
      <label htmlFor="quick-bank">
        <Text fontWeight="600" fontSize="sm">
          {banks > 1 ? `Soldered, GB in each of the ${banks} banks` : 'Soldered, GB'}
        </Text>
      </label>
      <Input
        id="quick-bank"
        width="6rem"
        value={bankSize(m) ?? ''}
        placeholder="ask or read"
        onChange={(e) =>
          onChange({
            ...m,
            channels: m.channels.map((c) =>
              c.map((s) => (s.kind === 'BANK' ? { ...s, size: e.target.value } : s)),
            ),
          })
        }
      />
      {refused && (
        <Text role="alert" color="stop">
          Not kept: {refused}
        </Text>
      )}
    </Flex>
  );
}

const PROCESSORS = [1, 2, 4, 8];

/** A server by its counts: processors, channels of each, sockets of a channel. */
export function Counts({ m, onChange }: { m: QuickMachine; onChange: (m: QuickMachine) => void }) {
  const processors = m.processors ?? 1;
  const each = m.channels.length / processors;
  const sockets = m.channels[0]?.length ?? 1;
  const count = (label: string, value: number, of: number[], set: (n: number) => QuickMachine) => (
    <Box width="10rem">
      <SelectField
        label={label}
        value={String(value)}
        options={[...new Set([...of, value])].sort((a, b) => a - b).map((n) => [String(n), String(n)])}
        onChange={(n) => onChange(set(Number(n)))}
      />
    </Box>
  );
  return (
    <Flex gap="3" wrap="wrap" role="group" aria-label="Processors and channels">
      {count('Processors', processors, PROCESSORS, (n) =>
        ofProcessors(m, n, Math.min(each, MOST_CHANNELS / n), sockets),
      )}
      {count(
        'Channels of each',
        each,
        [1, 2, 3, 4, 6, 8, 12, 16].filter((n) => n * processors <= MOST_CHANNELS),
        (n) => ofProcessors(m, processors, n, sockets),
      )}
      {count('Sockets of a channel', sockets, [1, 2, 3, 4], (n) => ofProcessors(m, processors, each, n))}
    </Flex>
  );
}

const SPOTS: [string, string][] = [
  ['SOCKET', 'Socket'],
  ['UPPER_SOCKET', 'Socket above another'],
  ['SECOND', 'Socket on the other side'],
  ['BANK', 'Bank on the board'],
  ['', 'Nothing'],
];

const MOST_POSITIONS = 4;
const MOST_OF_A_PROCESSOR = 16;
const MOST_CHANNELS = 64;

/** Every channel and position by itself, for what no shape says. */
export function Positions({ m, onChange }: { m: QuickMachine; onChange: (m: QuickMachine) => void }) {
  const toSpot = (kind: string, was?: Spot): Spot | undefined =>
    kind === ''
      ? undefined
      : kind === 'SECOND'
        ? { kind: 'SOCKET', second: true }
        : { kind: kind as Spot['kind'], second: false, size: was?.size };
  return (
    <Stack gap="2" role="group" aria-label="Channels and positions">
      {m.channels.map((spots, c) => {
        const name = channelName(m, c);
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a channel is its number
          <Flex key={c} gap="2" align="end" wrap="wrap">
            <Text fontWeight="600" width="5.5rem" pb="2">
              Channel {name}
            </Text>
            {spots.map((s, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a position is its number
              <Flex key={i} gap="1" align="end">
                <Box width="12rem">
                  <SelectField
                    label={`${name}${i + 1}`}
                    value={s.second ? 'SECOND' : s.kind}
                    options={SPOTS}
                    onChange={(kind) => onChange(withSpot(m, c, i, toSpot(kind, s)))}
                  />
                </Box>
                {s.kind === 'BANK' && (
                  <Box width="5rem">
                    <label htmlFor={`bank-${c}-${i}`}>
                      <Text fontWeight="600">GB</Text>
                    </label>
                    <Input
                      id={`bank-${c}-${i}`}
                      aria-label={`Size of bank ${name}${i + 1}, GB`}
                      value={s.size ?? ''}
                      onChange={(e) => onChange(withSpot(m, c, i, { ...s, size: e.target.value }))}
                    />
                  </Box>
                )}
              </Flex>
            ))}
            {spots.length < MOST_POSITIONS && (
              <Button
                size="sm"
                variant="outline"
                color="ink"
                onClick={() => onChange(withSpot(m, c, spots.length, { kind: 'SOCKET', second: false }))}
              >
                + position
              </Button>
            )}
          </Flex>
        );
      })}
      <Flex gap="2">
        {(m.processors ?? 1) === 1 && m.channels.length < MOST_OF_A_PROCESSOR && (
          <Button
            size="sm"
            variant="outline"
            color="ink"
            onClick={() =>
              onChange(settled({ ...m, channels: [...m.channels, [{ kind: 'SOCKET', second: false }]] }))
            }
          >
            + channel
          </Button>
        )}
        {(m.processors ?? 1) === 1 && m.channels.length > 1 && (
          <Button
            size="sm"
            variant="outline"
            color="ink"
            onClick={() => onChange(settled({ ...m, channels: m.channels.slice(0, -1) }))}
          >
            − channel
          </Button>
        )}
      </Flex>
    </Stack>
  );
}
