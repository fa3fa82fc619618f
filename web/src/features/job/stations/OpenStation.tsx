import { Box, Button, Flex, Stack, Text } from '@chakra-ui/react';
import { Findings } from '../../../parts/Findings';
import type { StationProps } from './props';
import { Steps } from './Steps';

/** The gates, then the record's own steps in order. */
export function OpenStation({ job, change, readOnly }: StationProps) {
  const shut = job.openingGates.some((g) => g.severity === 'STOP');
  const codes = job.openingGates.map((g) => g.code);
  const battery = (value: 'SWOLLEN' | 'MADE_SAFE' | 'GOOD') => void change((now) => ({ type: 'AnswerIntake', ...now.intake, battery: value }));
  const seal = (value: 'NONE' | 'PRESENT_NOT_ASKED' | 'OWNER_AGREES' | 'OWNER_REFUSES') => void change((now) => ({ type: 'AnswerIntake', ...now.intake, seal: value }));
  return (
    <Stack gap="4">
      {job.openingGates.length > 0 && (
        <Box as="section" aria-label="Before the first screw" borderWidth="2px" borderColor={shut ? 'stop' : 'risk'} borderRadius="md" p="3">
          <Text fontWeight="700" fontSize="lg" color={shut ? 'stop' : 'risk'} mb="2">
            {shut ? 'The machine stays shut' : 'Before the first screw'}
          </Text>
          <Findings findings={job.openingGates} />
          {!readOnly && (
            <Flex gap="2" wrap="wrap" mt="3">
              {codes.includes('GATE_BATTERY_SWOLLEN') && <Button onClick={() => battery('MADE_SAFE')}>Battery made safe</Button>}
              {codes.includes('GATE_BATTERY_NOT_LOOKED') && (
                <>
                  <Button onClick={() => battery('GOOD')}>Battery looks good</Button>
                  <Button variant="outline" color="ink" onClick={() => battery('SWOLLEN')}>
                    Battery is swollen
                  </Button>
                </>
              )}
              {codes.includes('GATE_SEAL_NOT_LOOKED') && (
                <>
                  <Button onClick={() => seal('NONE')}>No seal</Button>
                  <Button variant="outline" color="ink" onClick={() => seal('PRESENT_NOT_ASKED')}>
                    There is a seal
                  </Button>
                </>
              )}
              {codes.includes('GATE_SEAL_NOT_ASKED') && (
                <>
                  <Button onClick={() => seal('OWNER_AGREES')}>Owner agrees</Button>
                  <Button variant="outline" color="ink" onClick={() => seal('OWNER_REFUSES')}>
                    Owner refuses
                  </Button>
                </>
              )}
            </Flex>
          )}
        </Box>
      )}
      {!readOnly && job.intake.battery !== 'SWOLLEN' && job.intake.battery !== 'NONE_FITTED' && job.opening.length > 0 && (
        <Box>
          <Button size="sm" variant="outline" color="stop" borderColor="stop" onClick={() => battery('SWOLLEN')}>
            Stop: the battery turns out to be swollen
          </Button>
        </Box>
      )}
      {job.opening.length === 0 ? (
        <Text>Nothing is planned to change yet, so there is nothing to open. Make the plan first.</Text>
      ) : (
        <Steps steps={job.opening} disabled={readOnly || shut} change={change} />
      )}
    </Stack>
  );
}
