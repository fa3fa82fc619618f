import { Box, Button, Field, Flex, Heading, Input, Link, Stack, Text } from '@chakra-ui/react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { api, type Schemas } from '../../api/client';
import { Press } from '../../parts/Hand';
import { day } from '../../parts/times';

/** What is kept of an owner: shown, given out job by job, erased for good. */
export function OwnerData() {
  const queries = useQueryClient();
  const [name, setName] = useState('');
  const [again, setAgain] = useState('');
  const look = useMutation({
    mutationFn: (owner: string) =>
      api
        .get<Schemas['OwnedJob'][]>(`/api/upkeep/owner?name=${encodeURIComponent(owner)}`)
        .then((jobs) => ({ owner, jobs })),
  });
  const erase = useMutation({
    mutationFn: (body: Schemas['Erasure']) => api.post<void>('/api/upkeep/owner/erase', body),
    onSuccess: () => {
      look.reset();
      setName('');
      setAgain('');
      return queries.invalidateQueries();
    },
  });
  const submit = (e: FormEvent) => {
    e.preventDefault();
    erase.reset();
    setAgain('');
    if (name.trim()) look.mutate(name.trim());
  };
  const found = look.data;
  const open = found?.jobs.find((j) => !j.closed);
  return (
    <Box as="section" aria-label="Data of an owner" mt="6">
      <Heading as="h2" size="md" mb="2">
        Data of an owner
      </Heading>
      <form onSubmit={submit}>
        <Flex gap="3" align="end" wrap="wrap">
          <Field.Root maxW="24rem">
            <Field.Label fontWeight="600">Name, as it stands in the jobs</Field.Label>
            <Input value={name} onChange={(e) => setName(e.target.value)} autoComplete="off" />
          </Field.Root>
          <Button type="submit" variant="outline" color="ink" loading={look.isPending}>
            Look
          </Button>
        </Flex>
      </form>
      {(look.isError || erase.isError) && (
        <Text role="alert" color="stop" mt="2">
          {(erase.error ?? look.error)?.message}
        </Text>
      )}
      {erase.isSuccess && (
        <Text role="status" mt="2" fontWeight="600">
          Erased. Backups made before still hold it, until they are thrown away.
        </Text>
      )}
      {found?.jobs.length === 0 && <Text mt="2">Nothing is kept under the name {found.owner}.</Text>}
      {found && found.jobs.length > 0 && (
        <Stack gap="2" mt="3" bg="panel" borderWidth="1px" borderColor="line" borderRadius="md" px="4" py="3">
          <Stack as="ul" gap="1" listStyleType="none">
            {found.jobs.map((j) => (
              <Flex as="li" key={j.id} gap="3" wrap="wrap">
                <Text flex="1" minW="14rem">
                  #{j.id} {j.machine}, {j.closed ? 'handed back' : 'on the bench'}, last changed{' '}
                  {day(j.updatedAt)}; pictures {j.photos}, files {j.sources}
                </Text>
                <Link href={`/api/jobs/${j.id}/archive.zip`} download color="accent">
                  Give out
                </Link>
              </Flex>
            ))}
          </Stack>
          <Link
            href={`/api/upkeep/owner/archive.zip?name=${encodeURIComponent(found.owner)}`}
            download
            color="accent"
            textDecoration="underline"
            fontWeight="600"
            width="fit-content"
          >
            Give all of it out as one archive
          </Link>
          <Text>
            Erasing takes out the jobs whole: history, pictures, files, times. What was learned of the models
            stays; look there, and into notes of the drawer, for names yourself. What the law of your place
            wants kept, and for how long, only you know: give it out first.
          </Text>
          <Flex gap="3" align="end" wrap="wrap">
            <Field.Root maxW="24rem">
              <Field.Label fontWeight="600">The name once more, to erase</Field.Label>
              <Input value={again} onChange={(e) => setAgain(e.target.value)} autoComplete="off" />
            </Field.Root>
            <Press
              variant="outline"
              color="stop"
              loading={erase.isPending}
              lacks={
                open
                  ? `Job #${open.id} is not handed back yet.`
                  : again.trim() !== found.owner && 'Type the name once more, as above.'
              }
              onClick={() => erase.mutate({ owner: found.owner, jobs: found.jobs.map((j) => j.id) })}
            >
              Erase for good
            </Press>
          </Flex>
        </Stack>
      )}
    </Box>
  );
}
