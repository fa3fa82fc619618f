import { Box, Grid, Heading, Stack } from '@chakra-ui/react';
import { Choice } from '../../../parts/Choice';
import { SelectField, TextBox, TextField } from '../../../parts/Labelled';
import { type JobView, useOperatingSystems } from '../api';
import type { StationProps } from './props';
import { ReadoutFields } from './ReadoutFields';

type Intake = JobView['intake'];

export const SEALS: [Intake['seal'], string][] = [
  ['NOT_LOOKED', 'Not looked yet'],
  ['NONE', 'No seal'],
  ['PRESENT_NOT_ASKED', 'Seal, owner not asked'],
  ['OWNER_AGREES', 'Owner agrees'],
  ['OWNER_REFUSES', 'Owner refuses'],
];

export const BATTERIES: [Intake['battery'], string][] = [
  ['NOT_LOOKED', 'Not looked yet'],
  ['NONE_FITTED', 'No battery'],
  ['GOOD', 'Good'],
  ['WORN', 'Worn'],
  ['SWOLLEN', 'Swollen'],
  ['MADE_SAFE', 'Made safe'],
];

export function TakeInStation({ job, change, readOnly }: StationProps) {
  const systems = useOperatingSystems();
  const intake = job.intake;
  const answer = (part: Partial<Intake>) => void change((now) => ({ type: 'AnswerIntake', ...now.intake, ...part }));
  return (
    <Stack gap="4">
      <Grid templateColumns={{ base: '1fr', md: '1fr 2fr' }} gap="3">
        <TextField label="Whose it is" value={intake.owner} onCommit={(owner) => owner.trim() && answer({ owner })} disabled={readOnly} />
        <TextBox label="What they want, in their words" value={intake.wish} onCommit={(wish) => answer({ wish })} disabled={readOnly} />
        <SelectField
          label="Operating system"
          value={intake.operatingSystem ?? ''}
          options={[['', 'Not known'], ...(systems.data ?? []).map<[string, string]>((os) => [os.id, os.name])]}
          onChange={(id) => answer({ operatingSystem: id || undefined })}
          disabled={readOnly}
        />
        <Choice
          label="Word size"
          value={String(intake.wordBits ?? '')}
          options={[
            ['', 'As the system is'],
            ['32', '32 bit'],
            ['64', '64 bit'],
          ]}
          onChange={(bits) => answer({ wordBits: bits === '' ? undefined : Number(bits) })}
          disabled={readOnly}
        />
      </Grid>
      <Choice label="Warranty seal" value={intake.seal} options={SEALS} onChange={(seal) => answer({ seal })} disabled={readOnly} />
      <Choice label="Battery" value={intake.battery} options={BATTERIES} onChange={(battery) => answer({ battery })} disabled={readOnly} />
      <TextBox label="Condition, and what came with it" value={intake.condition} onCommit={(condition) => answer({ condition })} disabled={readOnly} />
      <Box as="section" aria-label="Readings before anything is changed">
        <Heading as="h2" size="md" mb="2">
          Readings before anything is changed
        </Heading>
        <ReadoutFields
          value={job.before}
          disabled={readOnly}
          withTest={false}
          onChange={(next) => void change((now) => ({ type: 'EnterReadout', phase: 'BEFORE', readout: next(now.before) }))}
        />
      </Box>
    </Stack>
  );
}
