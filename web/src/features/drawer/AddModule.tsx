import { Box, Button, Field, Flex, Grid, Input, Text } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { ChooseFile } from '../../parts/ChooseFile';
import { SelectField } from '../../parts/Labelled';
import { ORIGIN, STATES } from './words';

type New = Schemas['NewModuleRequest'];

export function AddModule({ onClose }: { onClose: () => void }) {
  const empty: New = {
    tag: '',
    labelLine: '',
    maker: '',
    partNumber: '',
    serial: '',
    tested: 'UNTESTED',
    note: '',
    origin: 'PULLED',
    bin: '',
    bookValue: '0',
    count: 1,
  };
  const queries = useQueryClient();
  const [fields, setFields] = useState(empty);
  const chip = useMutation({
    mutationFn: (file: File) =>
      api.upload<Schemas['ChipView']>(
        '/api/drawer/chip',
        new Blob([file], { type: 'application/octet-stream' }),
      ),
    onSuccess: ({ sound: _, ...read }) =>
      setFields((f) => ({ ...f, ...read, labelLine: read.labelLine || f.labelLine, count: 1 })),
  });
  const done = { onSuccess: () => queries.invalidateQueries({ queryKey: ['drawer'] }) };
  const add = useMutation({ mutationFn: () => api.post<string[]>('/api/drawer', fields), ...done });
  const list = useMutation({
    mutationFn: (file: File) =>
      api.upload<Schemas['CsvAnswer']>('/api/drawer/csv', new Blob([file], { type: 'text/csv' })),
    ...done,
  });
  const text = (
    key: 'tag' | 'labelLine' | 'maker' | 'partNumber' | 'serial' | 'note' | 'bin' | 'bookValue',
  ) => ({
    value: fields[key],
    onChange: (e: { target: { value: string } }) => setFields({ ...fields, [key]: e.target.value }),
  });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    add.mutate(undefined, {
      onSuccess: () =>
        setFields({ ...empty, labelLine: fields.labelLine, maker: fields.maker, bin: fields.bin }),
    });
  };
  const field = (label: string, key: Parameters<typeof text>[0], mono = false) => (
    <Field.Root>
      <Field.Label fontWeight="600">{label}</Field.Label>
      <Input {...text(key)} fontFamily={mono ? 'mono' : undefined} />
    </Field.Root>
  );
  return (
    <Box as="section" aria-label="A module into the drawer" bg="panel" borderRadius="md" p="4" mb="4">
      <form onSubmit={submit}>
        <Grid templateColumns={{ base: '1fr', md: 'repeat(4, 1fr)' }} gap="3" alignItems="end">
          {field('Tag', 'tag', true)}
          <Box gridColumn={{ md: 'span 2' }}>{field('Label line', 'labelLine', true)}</Box>
          <Field.Root>
            <Field.Label fontWeight="600">How many alike</Field.Label>
            <Input
              type="number"
              min={1}
              max={200}
              value={fields.count}
              onChange={(e) => setFields({ ...fields, count: Math.max(1, Number(e.target.value) || 1) })}
            />
          </Field.Root>
          {field('Maker', 'maker')}
          {field('Part number', 'partNumber', true)}
          {field('Serial', 'serial', true)}
          {field('Bin', 'bin')}
          <SelectField
            label="State of it"
            value={fields.tested}
            options={STATES}
            onChange={(v) => setFields({ ...fields, tested: v as New['tested'] })}
          />
          <SelectField
            label="Came as"
            value={fields.origin}
            options={Object.entries(ORIGIN) as [string, string][]}
            onChange={(v) => setFields({ ...fields, origin: v as New['origin'] })}
          />
          {field('Book value', 'bookValue')}
          {field('Note', 'note')}
        </Grid>
        <Flex gap="3" mt="3" wrap="wrap" align="center">
          <Button type="submit" loading={add.isPending} disabled={!fields.tag || !fields.labelLine}>
            Put it in
          </Button>
          <ChooseFile
            what="List of modules"
            accept=".csv,text/csv"
            loading={list.isPending}
            onChosen={([file]) => list.mutate(file)}
          >
            From a list (CSV)
          </ChooseFile>
          <ChooseFile
            what="SPD image of the module"
            loading={chip.isPending}
            onChosen={([file]) => chip.mutate(file)}
          >
            From its SPD image
          </ChooseFile>
          <Button variant="ghost" color="ink" onClick={onClose}>
            Done
          </Button>
          {chip.data && (
            <Text role="status">
              {chip.data.labelLine
                ? 'Read from its chip: look it over, and give it a tag.'
                : 'Read from its chip; no short line says what it is, so type its label.'}
              {!chip.data.sound && ' Its checksums do not hold: hold every field against the sticker.'}
            </Text>
          )}
          {add.data && <Text role="status">In the drawer: {add.data.join(', ')}.</Text>}
          {list.data && <Text role="status">{list.data.landed} modules landed.</Text>}
        </Flex>
        {(add.isError || list.isError || chip.isError) && (
          <Text role="alert" color="stop" mt="2">
            Not kept: {(add.error ?? list.error ?? chip.error)?.message}
          </Text>
        )}
        {list.data?.bad.map((b) => (
          <Text key={b} color="stop">
            {b}
          </Text>
        ))}
      </form>
    </Box>
  );
}
