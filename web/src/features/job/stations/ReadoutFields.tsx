import { Grid } from '@chakra-ui/react';
import type { Schemas } from '../../../api/client';
import { Choice } from '../../../parts/Choice';
import { TextField } from '../../../parts/Labelled';

type Readout = Schemas['ReadoutForm'];

/** Readings before or after the work; whatever is not known stays empty. */
export function ReadoutFields({ value, onChange, disabled, withTest }: { value: Readout; onChange: (next: (now: Readout) => Readout) => void; disabled: boolean; withTest: boolean }) {
  const text = (field: 'firmwareTotal' | 'systemTotal' | 'usable' | 'peakInUse' | 'conditions') => ({
    value: value[field] ?? '',
    disabled,
    onCommit: (v: string) => onChange((now) => ({ ...now, [field]: field === 'conditions' ? v : v.trim() || undefined })),
  });
  const number = (field: 'rate' | 'positionsFilled' | 'bandwidthMegabytes' | 'testPasses' | 'testErrors') => ({
    value: value[field]?.toString() ?? '',
    disabled,
    onCommit: (v: string) => {
      const n = Number.parseInt(v.replace(/\D/g, ''), 10);
      onChange((now) => ({ ...now, [field]: Number.isNaN(n) ? undefined : n }));
    },
  });
  return (
    <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(3, 1fr)' }} gap="3">
      <TextField label="Total in the firmware" {...text('firmwareTotal')} help="with its unit, 16 GB" />
      <TextField label="Total in the system" {...text('systemTotal')} help="installed, 16 GB" />
      <TextField label="Usable in the system" {...text('usable')} help="15.8 GB or 16179 MB" />
      <TextField label="Rate as shown" {...number('rate')} help="the bare number, MT/s or MHz" />
      <TextField label="Modules listed" {...number('positionsFilled')} help="soldered banks included" />
      <TextField label="Bandwidth, MB/s" {...number('bandwidthMegabytes')} help="measured, if it was" />
      <Choice
        label="Bandwidth test"
        value={value.test}
        options={[
          ['READ', 'Read'],
          ['COPY', 'Copy'],
        ]}
        onChange={(test) => onChange((now) => ({ ...now, test }))}
        disabled={disabled}
      />
      <Choice
        label="Threads"
        value={value.threads}
        options={[
          ['ALL', 'All'],
          ['ONE', 'One'],
        ]}
        onChange={(threads) => onChange((now) => ({ ...now, threads }))}
        disabled={disabled}
      />
      <TextField label="Conditions" {...text('conditions')} help="mains, what else ran" />
      {withTest ? (
        <>
          <TextField label="Memory test, passes" {...number('testPasses')} />
          <TextField label="Memory test, errors" {...number('testErrors')} />
        </>
      ) : (
        <TextField label="Most in use" {...text('peakInUse')} help="during the owner's own work" />
      )}
    </Grid>
  );
}
