import { Box, Flex, Link, NativeSelect, Stack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { AskTheMachine } from '../../../../parts/AskTheMachine';
import type { JobView } from '../../api';
import { useDrawer } from './api';

const WAYS: [string, string, string][] = [
  [
    'Firmware table, Linux',
    'sudo cat /sys/firmware/dmi/tables/DMI > table.bin',
    'all devices as the firmware lists them, soldered banks too',
  ],
  [
    'Firmware table, Windows',
    '[IO.File]::WriteAllBytes("$pwd\\table.bin", (Get-CimInstance -Namespace root/wmi MSSmBios_RawSMBiosTables).SMBiosData)',
    'the same, from PowerShell',
  ],
  [
    'Listing, Windows',
    'Get-CimInstance Win32_PhysicalMemory | ConvertTo-Json > memory.json',
    'an echo of the firmware table; Export-Csv works as well',
  ],
  ['Listing, Linux', 'sudo lshw -json -class memory > memory.json', 'an echo of the firmware table'],
  ['What is usable, Linux', 'cat /proc/meminfo', 'copy and paste'],
  [
    "A module's chip, Linux",
    'sudo modprobe ee1004; cat /sys/bus/i2c/drivers/ee1004/*-0050/eeprom > spd.bin',
    'DDR4; at24 for DDR3, spd5118 for DDR5; 0050 to 0057 by socket. A hex dump can be pasted too',
  ],
];

/** How each source is got with what the systems have themselves. */
export function HowTo({ job }: { job: JobView }) {
  return (
    <Box as="details" bg="panel" borderWidth="1px" borderColor="line" borderRadius="md" px="3" py="2">
      <Box as="summary" cursor="pointer" fontWeight="600">
        How to get these files
      </Box>
      <Box mt="2">
        <AskTheMachine where="drop on this page" />
      </Box>
      <Stack as="dl" gap="2" mt="2">
        {WAYS.map(([what, command, note]) => (
          <Box key={what}>
            <Text as="dt" fontWeight="600">
              {what}
            </Text>
            <Text as="dd" fontFamily="mono" fontSize="sm" overflowWrap="anywhere" userSelect="all">
              {command}
            </Text>
            <Text fontSize="sm" color="quiet">
              {note}
            </Text>
          </Box>
        ))}
      </Stack>
      <ToTryWith job={job} />
    </Box>
  );
}

/** Files in the real formats, written by this program: to try reading with before a machine is on the bench. */
function ToTryWith({ job }: { job: JobView }) {
  const drawer = useDrawer().data?.modules ?? [];
  const [tag, setTag] = useState('');
  return (
    <Box mt="3">
      <Text fontWeight="600">Files to try this with (written here, no real machine's)</Text>
      <Flex gap="4" wrap="wrap" align="center" mt="1">
        <Link href={`/api/jobs/${job.id}/smbios`} download variant="underline" color="accent">
          Firmware table as found
        </Link>
        <Link
          href={`/api/machines/${encodeURIComponent(job.machineId)}/smbios`}
          download
          variant="underline"
          color="accent"
        >
          Firmware table, sockets empty
        </Link>
        <NativeSelect.Root size="sm" width="20rem">
          <NativeSelect.Field
            aria-label="Module of the drawer"
            value={tag}
            onChange={(e) => setTag(e.target.value)}
            bg="panel"
            borderColor="edge"
          >
            <option value="">a module of the drawer</option>
            {drawer.map((m) => (
              <option key={m.tag} value={m.tag}>
                {m.tag} {m.summary}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
        {tag && (
          <Link
            href={`/api/drawer/${encodeURIComponent(tag)}/spd`}
            download
            variant="underline"
            color="accent"
          >
            SPD image of {tag}
          </Link>
        )}
      </Flex>
    </Box>
  );
}
