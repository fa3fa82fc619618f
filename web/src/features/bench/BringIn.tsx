import { Flex, Link as ChakraLink, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../../api/client';
import { ChooseFile } from '../../parts/ChooseFile';

/** All jobs as a list, and a job that another workshop wrote out. */
export function BringIn({ writes }: { writes: boolean }) {
  const navigate = useNavigate();
  const [wrong, setWrong] = useState<string>();
  const bring = async (chosen: File) => {
    setWrong(undefined);
    try {
      const job = await api.upload<Schemas['JobView']>(
        '/api/jobs/import',
        new Blob([chosen], { type: 'application/octet-stream' }),
      );
      navigate(`/jobs/${job.id}`);
    } catch (e) {
      setWrong((e as Error).message);
    }
  };
  return (
    <Flex gap="3" align="center" wrap="wrap" fontSize="sm">
      <ChakraLink href="/api/jobs.csv" download color="accent" textDecoration="underline">
        All jobs as CSV
      </ChakraLink>
      {writes && (
        <ChooseFile
          size="sm"
          what="A job that was written out, as an archive or JSON"
          accept=".zip,.json,application/zip,application/json"
          onChosen={([chosen]) => void bring(chosen)}
        >
          Bring a job in …
        </ChooseFile>
      )}
      {wrong && (
        <Text role="alert" color="stop">
          {wrong}
        </Text>
      )}
    </Flex>
  );
}
