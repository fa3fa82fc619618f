import { Box, Field, Grid, Heading, Input, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { type ReactNode, useDeferredValue, useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { SelectField } from '../../parts/Labelled';

type Figures = Schemas['FiguresView'];

/** Asked while it is typed; what is not whole yet is not asked. */
function useFigures(kind: string, fields: Record<string, string>, whole: boolean) {
  const asked = new URLSearchParams(Object.entries(fields).filter(([, v]) => v !== '')).toString();
  const settled = useDeferredValue(asked);
  return useQuery({
    queryKey: ['figures', kind, settled],
    queryFn: () => api.get<Figures>(`/api/figures/${kind}?${settled}`),
    enabled: whole && settled === asked,
    staleTime: Infinity,
    retry: false,
    placeholderData: (previous) => previous,
  });
}

/** Reckonings that need no machine, each answered as it is typed. */
export function Reckonings() {
  return (
    <Box as="section" aria-label="Small reckonings" mt="8">
      <Heading as="h2" size="lg" mb="3">
        Small reckonings
      </Heading>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr', xl: 'repeat(3, 1fr)' }} gap="6" alignItems="start">
        <Rates />
        <Chips />
        <Drive />
      </Grid>
    </Box>
  );
}

function Card({
  title,
  children,
  figures,
  whole,
}: {
  title: string;
  children: ReactNode;
  figures: { data?: Figures; error: Error | null };
  whole: boolean;
}) {
  return (
    <Box as="section" aria-label={title}>
      <Heading as="h3" size="md" mb="2">
        {title}
      </Heading>
      {children}
      <Box aria-live="polite" mt="3">
        {whole && figures.error && <Text color="stop">{figures.error.message}</Text>}
        {whole && !figures.error && figures.data && (
          <>
            {figures.data.lines.map((l, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two rates by one name say the same
              <Text key={i}>{l}</Text>
            ))}
            {figures.data.belief && (
              <Text mt="1" fontWeight="600">
                {figures.data.belief}
              </Text>
            )}
          </>
        )}
      </Box>
    </Box>
  );
}

function Figure({ label, value, onChange }: { label: string; value: string; onChange: (v: string) => void }) {
  return (
    <Field.Root>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Input
        inputMode="numeric"
        value={value}
        maxLength={6}
        bg="panel"
        borderColor="edge"
        onChange={(e) => onChange(e.target.value.replace(/\D/g, ''))}
      />
    </Field.Root>
  );
}

function Rates() {
  const [f, set] = useState({ rate: '', cl: '', otherRate: '', otherCl: '' });
  const whole = Object.values(f).every((v) => v !== '');
  return (
    <Card title="Rate and latency" figures={useFigures('rates', f, whole)} whole={whole}>
      <Grid templateColumns="1fr 5rem" gap="2">
        <Figure label="One, MT/s" value={f.rate} onChange={(rate) => set({ ...f, rate })} />
        <Figure label="CL" value={f.cl} onChange={(cl) => set({ ...f, cl })} />
        <Figure
          label="The other, MT/s"
          value={f.otherRate}
          onChange={(otherRate) => set({ ...f, otherRate })}
        />
        <Figure label="its CL" value={f.otherCl} onChange={(otherCl) => set({ ...f, otherCl })} />
      </Grid>
    </Card>
  );
}

const GENERATIONS = ['DDR5', 'DDR4', 'DDR3', 'DDR2', 'DDR'];

function Chips() {
  const [f, set] = useState({
    generation: 'DDR4',
    gigabytes: '',
    ranks: '',
    width: '',
    density: '',
    chips: '',
    ecc: '',
  });
  // One figure alone fits nearly anything.
  const whole = [f.gigabytes, f.ranks, f.width, f.density, f.chips].filter((v) => v !== '').length >= 2;
  const pick = (values: string[]): [string, string][] => [
    ['', 'not known'],
    ...values.map((v): [string, string] => [v, v]),
  ];
  return (
    <Card title="Ranks and chips of a module" figures={useFigures('chips', f, whole)} whole={whole}>
      <Grid templateColumns="1fr 1fr 1fr" gap="2">
        <SelectField
          label="Kind"
          value={f.generation}
          options={GENERATIONS.map((g) => [g, g])}
          onChange={(generation) => set({ ...f, generation })}
        />
        <Figure label="GB" value={f.gigabytes} onChange={(gigabytes) => set({ ...f, gigabytes })} />
        <Figure label="Chips seen" value={f.chips} onChange={(chips) => set({ ...f, chips })} />
        <SelectField
          label="Ranks"
          value={f.ranks}
          options={pick(['1', '2', '4'])}
          onChange={(ranks) => set({ ...f, ranks })}
        />
        <SelectField
          label="Width"
          value={f.width}
          options={[
            ['', 'not known'],
            ['4', 'x4'],
            ['8', 'x8'],
            ['16', 'x16'],
          ]}
          onChange={(width) => set({ ...f, width })}
        />
        <Figure label="Gbit a die" value={f.density} onChange={(density) => set({ ...f, density })} />
      </Grid>
    </Card>
  );
}

function Drive() {
  const [f, set] = useState({ printed: '', unit: 'GB' });
  const whole = f.printed !== '';
  return (
    <Card title="A drive's size" figures={useFigures('drive', f, whole)} whole={whole}>
      <Grid templateColumns="1fr 6rem" gap="2">
        <Figure label="Printed" value={f.printed} onChange={(printed) => set({ ...f, printed })} />
        <SelectField
          label="Unit"
          value={f.unit}
          options={[
            ['GB', 'GB'],
            ['TB', 'TB'],
          ]}
          onChange={(unit) => set({ ...f, unit })}
        />
      </Grid>
    </Card>
  );
}
