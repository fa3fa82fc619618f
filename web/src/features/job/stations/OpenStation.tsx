import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react';
import { Findings } from '../../../parts/Findings';
import { BatteryAnswers, KeyAnswers, SealAnswers, SettingsAnswers } from './GateAnswers';
import type { StationProps } from './props';
import { Steps } from './Steps';

/** The gates, then the record's own steps in order. */
export function OpenStation({ job, change, readOnly }: StationProps) {
  const shut = job.openingGates.some((g) => g.severity === 'STOP');
  const codes = job.openingGates.map((g) => g.code);
  return (
    <Stack gap="4">
      {job.openingGates.length > 0 && (
        <Box
          as="section"
          aria-label="Before the first screw"
          borderWidth="2px"
          borderColor={shut ? 'stop' : 'risk'}
          borderRadius="md"
          p="3"
        >
          <Text fontWeight="700" fontSize="lg" color={shut ? 'stop' : 'risk'} mb="2">
            {shut ? 'The machine stays shut' : 'Before the first screw'}
          </Text>
          <Findings findings={job.openingGates} />
          {!readOnly && (
            <Flex gap="2" wrap="wrap" mt="3">
              {codes.includes('GATE_BATTERY_SWOLLEN') && <BatteryAnswers change={change} swollen />}
              {codes.includes('GATE_BATTERY_NOT_LOOKED') && (
                <BatteryAnswers change={change} swollen={false} />
              )}
              {codes.includes('GATE_SEAL_NOT_LOOKED') && <SealAnswers change={change} asked={false} />}
              {codes.includes('GATE_SEAL_NOT_ASKED') && <SealAnswers change={change} asked />}
              {codes.some((c) =>
                ['GATE_KEY_NOT_ASKED', 'GATE_KEY_MISSING', 'GATE_CLEAR_WITHOUT_KEY'].includes(c),
              ) && <KeyAnswers change={change} />}
              {codes.some((c) =>
                ['GATE_SETTINGS_NOT_ASKED', 'GATE_CLEAR_SETTINGS_NOT_NOTED'].includes(c),
              ) && <SettingsAnswers change={change} />}
            </Flex>
          )}
        </Box>
      )}
      {!readOnly &&
        job.intake.battery !== 'SWOLLEN' &&
        job.intake.battery !== 'NONE_FITTED' &&
        job.opening.length > 0 && (
          <Box>
            <Button
              size="sm"
              variant="outline"
              color="stop"
              borderColor="stop"
              onClick={() => void change({ type: 'AnswerIntake', battery: 'SWOLLEN' })}
            >
              Stop: the battery turns out to be swollen
            </Button>
          </Box>
        )}
      {job.opening.length === 0 ? (
        <Text>Nothing is planned to change yet, so there is nothing to open. Make the plan first.</Text>
      ) : (
        <>
          {job.fitLines.every((l) => l.done) && job.now.off.length === 0 && (
            <Text>
              All that is planned is fitted, and it is closed. These steps open it again, to look or to
              reseat.
            </Text>
          )}
          <Steps job={job.id} steps={job.opening} disabled={readOnly} shut={shut} change={change} />
        </>
      )}
    </Stack>
  );
}
