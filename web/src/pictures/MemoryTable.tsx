import { Box } from '@chakra-ui/react';
import { isPartlyRead, type Picture } from './memoryModel';

/** The picture's twin in words. */
export function MemoryTable({ picture, caption }: { picture: Picture; caption: string }) {
  return (
    <details>
      <Box
        as="summary"
        fontSize="sm"
        color="quiet"
        textDecoration="underline"
        cursor="pointer"
        width="fit-content"
      >
        As a table
      </Box>
      <Box overflowX="auto">
        <Box
          as="table"
          fontSize="sm"
          my="2"
          css={{ '& th, & td': { textAlign: 'left', paddingInlineEnd: '1.5rem', paddingBlock: '0.15rem' } }}
        >
          <caption style={{ textAlign: 'left', fontWeight: 600 }}>{caption}</caption>
          <thead>
            <tr>
              <th>Channel</th>
              <th>Position</th>
              <th>Holds</th>
              <th>Reached in</th>
            </tr>
          </thead>
          <tbody>
            {picture.lanes.flatMap((l) =>
              l.blocks.map((b) => (
                <tr key={`${l.channel}-${b.position}`}>
                  <td>{l.channel}</td>
                  <td>{b.label}</td>
                  <td>
                    {b.text
                      ? `${b.text}${b.soldered ? ', soldered' : ''}${b.changed ? ', changed' : ''}`
                      : b.unknown
                        ? 'not read'
                        : b.changed
                          ? 'empty, changed'
                          : 'empty'}
                  </td>
                  <td>{b.soldered ? '' : `${b.reachMinutes} min${b.lid ? ` (${b.lid})` : ''}`}</td>
                </tr>
              )),
            )}
            {picture.regions.map((r) => (
              <tr key={`${r.processor}-${r.ways}`}>
                <td colSpan={2}>
                  {r.ways} wide{isPartlyRead(picture) && ', so far'}
                </td>
                <td>{r.mebibytes / 1024} GB</td>
                <td>{r.gigabytesPerSecond === undefined ? '' : `${r.gigabytesPerSecond} GB/s`}</td>
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
    </details>
  );
}
