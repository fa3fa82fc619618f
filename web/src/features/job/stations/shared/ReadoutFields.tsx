import { Box, Grid } from '@chakra-ui/react';
import type { Schemas } from '../../../../api/client';
import { Choice } from '../../../../parts/Choice';
import { TextField } from '../../../../parts/Labelled';

type Readout = Schemas['ReadoutForm'];

/** Readings before or after the work; whatever is not known stays empty. Each is kept by itself. */
export function ReadoutFields({
  value,
  onChange,
  disabled,
  withTest,
  folded = false,
  draftKey,
}: {
  value: Readout;
  onChange: (readings: Record<string, string>, onRefused: (why: string) => void) => void;
  draftKey: string;
  disabled: boolean;
  withTest: boolean;
  /** What is measured besides is folded away, as long as nothing of it is known. */
  folded?: boolean;
}) {
  const field = (name: keyof Readout) => ({
    value: value[name]?.toString() ?? '',
    disabled,
    draftKey: `${draftKey}:${name}`,
    onCommit: (text: string, refused: (why: string) => void) => onChange({ [name]: text }, refused),
  });
  const columns = { base: '1fr 1fr', md: 'repeat(3, 1fr)' };
  const measured = (
    <>
      <TextField
        label="Positions listed"
        {...field('positionsListed')}
        help="their names, or: all but P1-A3"
      />
      <TextField label="Ranks of a module" {...field('ranks')} help="as it is shown" />
      <TextField label="Channels" {...field('channels')} help="2, or: dual" />
      <TextField label="Bandwidth, MB/s" {...field('bandwidthMegabytes')} help="measured, if it was" />
      <Choice
        labelWidth="6.5rem"
        label="Bandwidth test"
        value={value.test}
        options={[
          ['READ', 'Read'],
          ['WRITE', 'Write'],
          ['COPY', 'Copy'],
        ]}
        onChange={(test) => onChange({ test }, () => undefined)}
        disabled={disabled}
      />
      <Choice
        labelWidth="6.5rem"
        label="Threads"
        value={value.threads}
        options={[
          ['ALL', 'All'],
          ['ONE', 'One'],
        ]}
        onChange={(threads) => onChange({ threads }, () => undefined)}
        disabled={disabled}
      />
      <TextField label="Conditions" {...field('conditions')} help="mains, what else ran" />
      <TextField label="Most in use" {...field('peakInUse')} help="during the owner's own work" />
      {withTest && (
        <>
          <TextField label="Memory test, passes" {...field('testPasses')} />
          <TextField label="Memory test, errors" {...field('testErrors')} help="0 where there were none" />
          <TextField label="Memory test, minutes" {...field('testMinutes')} />
        </>
      )}
    </>
  );
  // Conditions alone are no figure: they do not unfold it.
  const known = [
    value.bandwidthMegabytes,
    value.testPasses,
    value.testErrors,
    value.positionsListed,
    value.ranks,
    value.channels,
    value.peakInUse,
  ].some((v) => v !== undefined);
  return (
    <>
      <Grid templateColumns={columns} gap={folded ? '2' : '3'}>
        <TextField label="Total in the firmware" {...field('firmwareTotal')} help="with its unit, GB or MB" />
        <TextField label="Total in the system" {...field('systemTotal')} help="installed, GB or MB" />
        <TextField label="Usable in the system" {...field('usable')} help="with its unit, GB or MB" />
        <TextField label="Rate as shown" {...field('rate')} help="the bare number, MT/s or MHz" />
        <Choice
          above
          label="The rate's unit"
          value={value.rateUnit}
          options={[
            ['TRANSFERS', 'MT/s'],
            ['CLOCK', 'Clock, MHz'],
          ]}
          onChange={(rateUnit) => onChange({ rateUnit }, () => undefined)}
          disabled={disabled}
        />
        <TextField label="CL" {...field('casLatency')} help="if it is shown" />
        <TextField label="Modules listed" {...field('positionsFilled')} help="soldered banks included" />
        {!folded && measured}
      </Grid>
      {folded && (
        <details open={known}>
          <Box as="summary" cursor="pointer" mt="1" width="fit-content">
            Memory test, positions, ranks, channels, bandwidth
          </Box>
          <Grid templateColumns={columns} gap="2" mt="1">
            {measured}
          </Grid>
        </details>
      )}
    </>
  );
}
