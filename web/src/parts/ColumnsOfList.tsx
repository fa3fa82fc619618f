import { Box, Grid } from '@chakra-ui/react';
import { useState } from 'react';
import { ApiProblem } from '../api/client';
import { SelectField } from './Labelled';
import { Press } from './Hand';

/** The headings of a list whose columns nobody knows yet; empty where it was refused for something else. */
export function unknownHeadings(error: unknown): string[] {
  return error instanceof ApiProblem && error.code === 'COLUMN_MISSING' && Array.isArray(error.body.headings)
    ? (error.body.headings as string[])
    : [];
}

/** Which column of a list is which, said by a person. */
export function ColumnsOfList<C extends string>({
  columns,
  needed,
  headings,
  known,
  loading,
  onKnown,
}: {
  columns: [C, string][];
  needed: C[];
  headings: string[];
  known: Partial<Record<C, string>>;
  loading: boolean;
  onKnown: (mapping: Partial<Record<C, string>>) => void;
}) {
  const [mapping, setMapping] = useState(known);
  const open = columns.filter(([c]) => needed.includes(c) && !mapping[c]).map(([, name]) => name);
  return (
    <Box mt="3">
      <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="3">
        {columns.map(([key, name]) => (
          <SelectField
            key={key}
            label={`Column with ${name}`}
            value={mapping[key] ?? ''}
            options={[['', 'none'], ...headings.map((h): [string, string] => [h, h])]}
            onChange={(v) => setMapping({ ...mapping, [key]: v || undefined })}
          />
        ))}
      </Grid>
      <Press
        mt="2"
        size="sm"
        loading={loading}
        lacks={open.length > 0 && `Say first which column has ${open.join(' and ')}.`}
        onClick={() => onKnown(mapping)}
      >
        Remember this and load
      </Press>
    </Box>
  );
}
