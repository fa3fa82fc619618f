import { Box, Button, Field, Flex, Input, Text } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { ChooseFile } from '../../parts/ChooseFile';
import { ListIn } from './ListIn';
import { ModuleFields, type Said } from './ModuleFields';
import { Press } from '../../parts/Hand';
import { ChoosePicture, SeePicture } from '../../parts/SeePicture';

const EMPTY: Said = {
  labelLine: '',
  maker: '',
  partNumber: '',
  serial: '',
  tested: 'UNTESTED',
  note: '',
  origin: 'PULLED',
  bin: '',
  bookValue: '0',
};

/** One module or several alike into the drawer, by hand, by chip, or off a list. */
export function AddModule({ currency, onClose }: { currency: string; onClose: () => void }) {
  const queries = useQueryClient();
  const [said, setSaid] = useState(EMPTY);
  const [own, setOwn] = useState<string>();
  const [count, setCount] = useState(1);
  const [picture, setPicture] = useState<File>();
  const next = useQuery({
    queryKey: ['drawer', 'next-tag'],
    queryFn: () => api.get<Schemas['NextTag']>('/api/drawer/next-tag'),
  });
  // The next free number is proposed until somebody types another.
  const tag = own ?? next.data?.tag ?? '';
  const chip = useMutation({
    mutationFn: (file: File) =>
      api.upload<Schemas['ChipView']>(
        '/api/drawer/chip',
        new Blob([file], { type: 'application/octet-stream' }),
      ),
    onSuccess: ({ sound: _, ...read }) => {
      setSaid((s) => ({ ...s, ...read, labelLine: read.labelLine || s.labelLine }));
      setCount(1);
    },
  });
  const add = useMutation({
    mutationFn: () => api.post<string[]>('/api/drawer', { ...said, tag, count }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['drawer'] }),
  });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (!tag || !said.labelLine) return;
    add.mutate(undefined, {
      onSuccess: () => {
        setSaid({ ...EMPTY, labelLine: said.labelLine, maker: said.maker, bin: said.bin });
        setOwn(undefined);
        setCount(1);
      },
    });
  };
  return (
    <Box as="section" aria-label="A module into the drawer" bg="panel" borderRadius="md" p="4" mb="4">
      <form onSubmit={submit}>
        <ModuleFields
          said={said}
          onChange={setSaid}
          currency={currency}
          begins
          before={
            <Field.Root>
              <Field.Label fontWeight="600">Tag</Field.Label>
              <Input value={tag} onChange={(e) => setOwn(e.target.value)} fontFamily="mono" />
            </Field.Root>
          }
          beside={
            <Field.Root>
              <Field.Label fontWeight="600">How many alike</Field.Label>
              <Input
                type="number"
                min={1}
                max={200}
                value={count}
                onChange={(e) => setCount(Math.max(1, Number(e.target.value) || 1))}
              />
            </Field.Root>
          }
        />
        <Flex gap="3" mt="3" wrap="wrap" align="center">
          <Press
            type="submit"
            loading={add.isPending}
            lacks={!said.labelLine ? 'Type its label line first.' : !tag && 'Give it a tag first.'}
          >
            Put it in
          </Press>
          <ChooseFile
            what="SPD image of the module"
            loading={chip.isPending}
            onChosen={([file]) => chip.mutate(file)}
          >
            From its SPD image
          </ChooseFile>
          <ChoosePicture onChosen={setPicture}>From a photo of its label</ChoosePicture>
          <Button variant="ghost" color="ink" onClick={onClose}>
            Done
          </Button>
          {chip.data && (
            <Text role="status">
              {chip.data.labelLine
                ? 'Read from its chip: look it over.'
                : 'Read from its chip; no short line says what it is, so type its label.'}
              {!chip.data.sound && ' Its checksums do not hold: hold every field against the sticker.'}
            </Text>
          )}
          {add.data && <Text role="status">In the drawer: {add.data.join(', ')}.</Text>}
          {(add.isError || chip.isError) && (
            <Text role="alert" color="stop">
              Not kept: {(add.error ?? chip.error)?.message}
            </Text>
          )}
        </Flex>
      </form>
      {picture && (
        <Box mt="3">
          <SeePicture
            picture={picture}
            atOnce
            onLine={(labelLine) => setSaid((now) => ({ ...now, labelLine }))}
            onCode={(serial) => setSaid((now) => ({ ...now, serial }))}
            onClose={() => setPicture(undefined)}
          />
        </Box>
      )}
      <ListIn />
    </Box>
  );
}
