import { Box, Field, Grid, Input } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import type { Schemas } from '../../api/client';
import { LabelReadout, useLabel } from '../../parts/LabelReadout';
import { SelectField } from '../../parts/Labelled';
import { ORIGINS, STATES } from './words';

export type Said = Omit<Schemas['ChangeModuleRequest'], 'expectedVersion'>;
type Text = { [K in keyof Said]: Said[K] extends string ? K : never }[keyof Said];

/** What is said of a module, and under it what its label makes of it. */
export function ModuleFields({
  said,
  onChange,
  currency,
  before,
  beside,
  begins = false,
}: {
  said: Said;
  onChange: (next: Said) => void;
  currency: string;
  before?: ReactNode;
  beside?: ReactNode;
  /** The cursor begins at the label. */
  begins?: boolean;
}) {
  const label = useLabel(said.labelLine);
  const shown = said.labelLine.trim() === '' ? undefined : label.data;
  const field = (name: string, key: Text, mono = false) => (
    <Field.Root>
      <Field.Label fontWeight="600">{name}</Field.Label>
      <Input
        value={said[key]}
        autoFocus={begins && key === 'labelLine'}
        onChange={(e) => onChange({ ...said, [key]: e.target.value })}
        fontFamily={mono ? 'mono' : undefined}
      />
    </Field.Root>
  );
  return (
    <>
      <Grid
        templateColumns={{ base: '1fr', sm: 'repeat(2, 1fr)', lg: 'repeat(4, 1fr)' }}
        gap="3"
        alignItems="end"
      >
        {before}
        <Box gridColumn={{ sm: 'span 2' }}>{field('Label line', 'labelLine', true)}</Box>
        {beside}
        {field('Maker', 'maker')}
        {field('Part number', 'partNumber', true)}
        {field('Serial', 'serial', true)}
        {field('Bin', 'bin')}
        <SelectField
          label="State of it"
          value={said.tested}
          options={STATES}
          onChange={(v) => onChange({ ...said, tested: v as Said['tested'] })}
        />
        <SelectField
          label="Came as"
          value={said.origin}
          options={ORIGINS}
          onChange={(v) => onChange({ ...said, origin: v as Said['origin'] })}
        />
        {field(`Book value (${currency})`, 'bookValue')}
        {field('Note', 'note')}
      </Grid>
      {shown && <LabelReadout shown={shown} onInstead={(labelLine) => onChange({ ...said, labelLine })} />}
    </>
  );
}
