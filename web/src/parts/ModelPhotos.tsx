import { Box, Button, Flex, Grid, Heading, Input, Text } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { ChooseFile } from './ChooseFile';
import { SelectField } from './Labelled';

type ModelPhoto = Schemas['ModelPhotoView'];

const at = (machine: string) => `/api/machines/${encodeURIComponent(machine)}/photos`;

/**
 * Pictures of a model: what one technician saw at the bench the next one sees before the first screw.
 *
 * @param parts of the record, by id, that a picture can be of
 */
export function ModelPhotos({
  machine,
  parts,
  writes,
}: {
  machine: string;
  parts: [string, string][];
  writes: boolean;
}) {
  const client = useQueryClient();
  const photos = useQuery({
    queryKey: ['model-photos', machine],
    queryFn: () => api.get<ModelPhoto[]>(at(machine)),
  });
  const shown = (next: ModelPhoto[]) => client.setQueryData(['model-photos', machine], next);
  const [part, setPart] = useState('');
  const [caption, setCaption] = useState('');
  const keep = useMutation({
    mutationFn: (file: File) =>
      api.upload<ModelPhoto[]>(
        `${at(machine)}?${new URLSearchParams({ part, caption: caption.trim() })}`,
        file,
      ),
    onSuccess: (next) => (shown(next), setCaption('')),
  });
  const remove = useMutation({
    mutationFn: (id: string) => api.delete<ModelPhoto[]>(`${at(machine)}/${id}`),
    onSuccess: shown,
  });
  const all = photos.data ?? [];
  if (!writes && all.length === 0) return null;
  return (
    <Box as="section" aria-label="Photos of this model">
      <Heading as="h2" size="md" mb="2">
        Photos of this model
      </Heading>
      {all.length === 0 && (
        <Text color="quiet">None yet. A screw pattern, where to start prying, how the plug comes off.</Text>
      )}
      <Grid as="ul" listStyleType="none" templateColumns="repeat(auto-fill, minmax(11rem, 1fr))" gap="2">
        {all.map((p, i) => {
          const name = p.caption || p.part || `Photo ${i + 1}`;
          return (
            <Box as="li" key={p.id} bg="panel" borderWidth="1px" borderColor="line" borderRadius="md" p="1.5">
              <a href={`${at(machine)}/${p.id}`} target="_blank" rel="noreferrer">
                <img
                  src={`${at(machine)}/${p.id}`}
                  alt={name}
                  style={{ width: '100%', height: '7rem', objectFit: 'cover' }}
                />
              </a>
              <Text overflowWrap="anywhere">{name}</Text>
              <Text fontSize="sm" color="quiet">
                {[p.caption && p.part, p.by].filter(Boolean).join(', ')}
              </Text>
              {writes && (
                <Button
                  size="xs"
                  variant="outline"
                  color="ink"
                  aria-label={`Take out ${name}`}
                  onClick={() => remove.mutate(p.id)}
                >
                  Take out
                </Button>
              )}
            </Box>
          );
        })}
      </Grid>
      {writes && (
        <Flex gap="2" mt="2" align="end" wrap="wrap">
          {parts.length > 0 && (
            <Box width="14rem">
              <SelectField
                label="Of what"
                value={part}
                options={[['', 'the whole machine'], ...parts]}
                onChange={setPart}
              />
            </Box>
          )}
          <Box flex="1" minW="12rem">
            <label>
              <Text fontWeight="600" fontSize="sm">
                What the photo shows
              </Text>
              <Input value={caption} maxLength={200} onChange={(e) => setCaption(e.target.value)} />
            </label>
          </Box>
          <ChooseFile
            what="A photo of the model"
            accept="image/jpeg,image/png"
            loading={keep.isPending}
            onChosen={([file]) => keep.mutate(file)}
          >
            Add a photo
          </ChooseFile>
        </Flex>
      )}
      {(keep.error ?? remove.error) && (
        <Text role="alert" color="stop" mt="1">
          {(keep.error ?? remove.error)?.message}
        </Text>
      )}
    </Box>
  );
}
