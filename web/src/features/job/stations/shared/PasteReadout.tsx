import { Box, Button, Flex, Text, Textarea } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useLatest } from '../../../../parts/latest';
import { api, type Schemas } from '../../../../api/client';
import { ChooseFile } from '../../../../parts/ChooseFile';
import { useFileDrop } from '../../../../parts/drop';
import { ChoosePicture, isPicture, SeePicture } from '../../../../parts/SeePicture';

const NAMES: Record<string, string> = {
  firmwareTotal: 'total in the firmware',
  systemTotal: 'total in the system',
  usable: 'usable',
  rate: 'rate',
  casLatency: 'CL',
  positionsFilled: 'modules listed',
  positionsNamed: 'in',
  testPasses: 'passes of a memory test',
  testErrors: 'its errors',
  testMinutes: 'its minutes',
  bandwidthMegabytes: 'bandwidth, MB/s',
  test: 'measured by',
  threads: 'threads',
};

/** Readings out of what a system's window or command says, pasted or in a file; a firmware table, too. */
export function PasteReadout({
  id,
  open = false,
  anywhere = false,
  action = 'Take these readings',
  onTake,
  onOneFile,
}: {
  id: string;
  /** Nothing is read yet: this is the shortest way to it. */
  open?: boolean;
  /** Several lines that are pasted anywhere on the page land here, and so does a file. */
  anywhere?: boolean;
  /** What the button says that takes them. */
  action?: string;
  onTake: (readings: Record<string, string>) => void;
  /** Takes all of one file in which a system tells all that it can, where more than readings is wanted. */
  onOneFile?: (name: string, content: Blob) => void;
}) {
  const [text, setText] = useState('');
  const [file, setFile] = useState<File>();
  const [picture, setPicture] = useState<File>();
  const [shown, setShown] = useState(open);
  const give = (dropped: File) => {
    setShown(true);
    setText('');
    if (isPicture(dropped)) setPicture(dropped);
    else setFile(dropped);
  };
  const giving = useLatest(give);
  useFileDrop(anywhere ? ([dropped]) => give(dropped) : undefined);
  useEffect(() => {
    if (!anywhere) return;
    const paste = (e: ClipboardEvent) => {
      if (e.defaultPrevented) return;
      const pasted = e.clipboardData?.getData('text/plain') ?? '';
      const dropped = e.clipboardData?.files[0];
      const inField = e.target instanceof HTMLElement && e.target.closest('input, textarea, select') !== null;
      if (!dropped && (pasted.trim() === '' || (inField && !pasted.trim().includes('\n')))) return;
      if (inField && e.target instanceof HTMLTextAreaElement) return;
      e.preventDefault();
      if (dropped) giving.current(dropped);
      else {
        setShown(true);
        setFile(undefined);
        setText(pasted.slice(0, 100_000));
      }
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [anywhere]);
  const given = file !== undefined || text.trim() !== '';
  const told = useQuery({
    queryKey: ['glance-readings', text, file?.name, file?.size, file?.lastModified],
    queryFn: () =>
      file
        ? api.upload<Schemas['GlanceView']>(
            '/api/glance/file',
            new Blob([file], { type: 'application/octet-stream' }),
          )
        : api.post<Schemas['GlanceView']>('/api/glance', { text }),
    enabled: given,
    placeholderData: (previous) => previous,
    staleTime: Infinity,
    retry: false,
  });
  const oneFile = given && onOneFile && told.data?.oneFile;
  const readings = given ? Object.entries(told.data?.readings ?? {}) : [];
  return (
    <details open={shown} onToggle={(e) => setShown(e.currentTarget.open)}>
      <Box as="summary" cursor="pointer" fontWeight="600" width="fit-content">
        Paste or drop what the system says
      </Box>
      <label htmlFor={id}>
        <Text fontSize="sm" color="quiet">
          The about page, the performance page, a command's answer: all of it or a line. A file may be dropped
          here, a firmware table among them, what a memory test or a measurement printed, and a photo or
          screenshot of it.
        </Text>
      </label>
      <Textarea
        id={id}
        rows={3}
        maxLength={100_000}
        value={text}
        onChange={(e) => {
          setFile(undefined);
          setText(e.target.value);
        }}
        onDrop={(e) => {
          const [dropped] = e.dataTransfer.files;
          if (!dropped) return;
          e.preventDefault();
          give(dropped);
        }}
      />
      <Flex gap="2" mt="1">
        <ChooseFile what="A file of what the system says" onChosen={([chosen]) => give(chosen)}>
          From a file
        </ChooseFile>
        <ChoosePicture onChosen={setPicture}>From a photo or screenshot</ChoosePicture>
      </Flex>
      {picture && (
        <Box mt="2">
          <SeePicture
            picture={picture}
            atOnce
            onLine={setText}
            onText={setText}
            onClose={() => setPicture(undefined)}
          />
        </Box>
      )}
      {given && (
        <Flex gap="3" align="center" wrap="wrap" mt="1">
          <Text flex="1" minW="14rem">
            {file && `${file.name}: `}
            {readings.length > 0
              ? readings
                  .map(([name, value]) => `${NAMES[name] ?? name}: ${value.replaceAll('\n', ', ')}`)
                  .join('; ')
              : told.isError
                ? told.error.message
                : told.isPending
                  ? 'One moment …'
                  : 'No total, rate, count, pass or bandwidth is understood in this. Paste the lines that name them.'}
          </Text>
          <Button
            disabled={(readings.length === 0 && !oneFile) || told.isPlaceholderData}
            onClick={() => {
              if (oneFile) onOneFile(file?.name ?? 'pasted text', file ?? new Blob([text]));
              else onTake(Object.fromEntries(readings));
              setText('');
              setFile(undefined);
            }}
          >
            {oneFile ? 'Take all that it says' : action}
          </Button>
          {file && (
            <Button variant="ghost" color="ink" onClick={() => setFile(undefined)}>
              Leave it
            </Button>
          )}
        </Flex>
      )}
    </details>
  );
}
