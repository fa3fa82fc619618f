import { Box, Flex, Grid, Heading, Input, Stack, Text } from '@chakra-ui/react';
import { type FormEvent, type ReactNode, useState } from 'react';
import { ApiProblem } from '../../api/client';
import { SelectField } from '../../parts/Labelled';
import { type QuickMachine, useRates, useShapes } from './api';
import { ofKind, settled, withShape } from './shapes';
import { Banks, Counts, Positions, Shapes } from './QuickShapes';
import { Press } from '../../parts/Hand';

const KINDS: [QuickMachine['kind'], string][] = [
  ['LAPTOP', 'Laptop'],
  ['ALL_IN_ONE', 'All-in-one'],
  ['MINI_PC', 'Mini PC'],
  ['DESKTOP', 'Desktop'],
  ['SERVER', 'Server'],
];

const WAYS: [QuickMachine['main']['wayIn'], string][] = [
  ['HATCH', 'Memory hatch'],
  ['WHOLE_BASE', 'Whole base'],
  ['COVER', 'Side cover'],
  ['KEYBOARD', 'Under the keyboard'],
  ['BACK', 'Back shell'],
];

const MINUTES = [2, 3, 5, 8, 12, 18, 25, 35, 50, 75].map<[string, string]>((n) => [String(n), `${n} min`]);

/** The record of a machine from what half a minute tells: a drawn shape, a way in, where the battery is unplugged. */
export function QuickForm({
  start,
  title,
  action,
  pending,
  problem,
  onSubmit,
  children,
}: {
  start: QuickMachine;
  title: string;
  action: string;
  pending: boolean;
  problem: Error | null;
  onSubmit: (facts: QuickMachine) => void;
  children?: ReactNode;
}) {
  const rates = useRates();
  const shapes = useShapes();
  const [m, setM] = useState(start);
  const set = (part: Partial<QuickMachine>) => setM((now) => settled({ ...now, ...part }));
  const refused = problem instanceof ApiProblem ? String(problem.body.field ?? '') : '';
  const text = (
    label: string,
    name: 'maker' | 'model' | 'variant' | 'makersMaximum' | 'controllersMaximum',
    help?: string,
  ) => (
    <Box>
      <label htmlFor={`quick-${name}`}>
        <Text fontWeight="600" fontSize="sm">
          {label}
        </Text>
      </label>
      <Input
        id={`quick-${name}`}
        value={m[name] ?? ''}
        maxLength={60}
        aria-invalid={refused === name || undefined}
        onChange={(e) => set({ [name]: e.target.value })}
      />
      {refused === name ? (
        <Text fontSize="sm" color="stop">
          Not kept: {problem?.message}
        </Text>
      ) : (
        help && (
          <Text fontSize="sm" color="quiet">
            {help}
          </Text>
        )
      )}
    </Box>
  );
  const submit = (e: FormEvent) => {
    e.preventDefault();
    onSubmit({
      ...m,
      makersMaximum: m.makersMaximum?.trim() || undefined,
      controllersMaximum: m.controllersMaximum?.trim() || undefined,
    });
  };
  const board = m.kind === 'DESKTOP';
  return (
    <Box
      as="section"
      aria-label={title}
      bg="panel"
      borderWidth="2px"
      borderColor="accent"
      borderRadius="md"
      p="4"
      mb="4"
    >
      <Heading as="h2" size="md" mb="3">
        {title}
      </Heading>
      <form onSubmit={submit}>
        <Stack gap="4">
          <Grid templateColumns={{ base: '1fr', md: 'repeat(4, 1fr)' }} gap="3">
            {text('Maker', 'maker', board ? 'of the board, where it is self-built' : undefined)}
            {text('Model', 'model', board ? 'a self-built one is known by its board' : 'as on its sticker')}
            {text('Variant', 'variant', 'if there are several')}
            <SelectField
              label="Kind"
              value={m.kind}
              options={KINDS}
              onChange={(kind) => set(ofKind(m, kind as QuickMachine['kind']))}
            />
          </Grid>
          {m.kind !== 'SERVER' && (
            <Shapes m={m} shapes={shapes.data ?? []} onChoose={(s) => setM((now) => withShape(now, s))} />
          )}
          {m.kind === 'SERVER' && <Counts m={m} onChange={setM} />}
          <Banks m={m} onChange={setM} refused={refused === 'channels' ? problem?.message : undefined} />
          <details>
            <Box as="summary" cursor="pointer" color="accent" width="fit-content">
              Change a channel or a position by itself
            </Box>
            <Box mt="2">
              <Positions m={m} onChange={setM} />
            </Box>
          </details>
          <Grid templateColumns={{ base: '1fr', md: 'repeat(4, 1fr)' }} gap="3">
            <SelectField
              label="Memory"
              value={m.generation}
              options={Object.keys(rates).map((g) => [g, g])}
              onChange={(g) =>
                set({
                  generation: g as QuickMachine['generation'],
                  topRate: rates[g as QuickMachine['generation']]?.at(-1) ?? m.topRate,
                })
              }
            />
            <SelectField
              label="Top rate, MT/s"
              value={String(m.topRate)}
              options={(rates[m.generation] ?? [m.topRate]).map((r) => [String(r), String(r)])}
              onChange={(r) => set({ topRate: Number(r) })}
            />
            <WayFields label="The way in" way={m.main} onChange={(main) => set({ main })} />
            {m.second && (
              <WayFields
                label="The way to the other side"
                way={m.second}
                onChange={(second) => set({ second })}
              />
            )}
            <SelectField
              label="Battery is unplugged"
              value={m.plug}
              options={[
                ['NOT_KNOWN', 'Not known yet'],
                ['UNDER_MAIN', `Under the ${WAYS.find(([w]) => w === m.main.wayIn)?.[1].toLowerCase()}`],
                ...(m.second ? ([['UNDER_SECOND', 'On the other side']] satisfies [string, string][]) : []),
                ['PACK_OUTSIDE', 'Pack slides out'],
                ['NO_BATTERY', 'No battery'],
              ]}
              onChange={(plug) => set({ plug: plug as QuickMachine['plug'] })}
            />
            {text("Maker's maximum", 'makersMaximum', 'GB; empty if nobody says')}
            {text("Controller's maximum", 'controllersMaximum', 'GB; empty if nobody says')}
          </Grid>
          <Flex gap="3" align="center" wrap="wrap">
            <Press
              type="submit"
              lacks={!m.maker.trim() ? 'Write its maker first.' : !m.model.trim() && 'Write its model first.'}
              loading={pending}
            >
              {action}
            </Press>
            {children}
          </Flex>
        </Stack>
      </form>
    </Box>
  );
}

function WayFields({
  label,
  way,
  onChange,
}: {
  label: string;
  way: QuickMachine['main'];
  onChange: (way: QuickMachine['main']) => void;
}) {
  return (
    <Flex gap="2">
      <SelectField
        label={label}
        value={way.wayIn}
        options={WAYS}
        onChange={(w) => onChange({ ...way, wayIn: w as QuickMachine['main']['wayIn'] })}
      />
      <Box minW="6rem">
        <SelectField
          label="Open, close"
          value={String(way.minutes)}
          options={MINUTES}
          onChange={(n) => onChange({ ...way, minutes: Number(n) })}
        />
      </Box>
    </Flex>
  );
}
