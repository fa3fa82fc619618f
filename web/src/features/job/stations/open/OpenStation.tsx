import { Box, Button, Flex, Heading, Stack, Text } from '@chakra-ui/react';
import { Link as RouterLink } from 'react-router';
import { SeverityMark } from '../../../../parts/severity';
import { Hint } from '../../../../parts/Bar';
import { GateAnswers } from './GateAnswers';
import { Avoid } from './Avoid';
import { Companions } from '../shared/Companions';
import { ModelPhotos } from '../../../../parts/ModelPhotos';
import { Lessons } from './Lessons';
import { OtherRounds } from './OtherRounds';
import { Rounds } from './Rounds';
import { Seals } from './Seals';
import type { StationProps } from '../shared/props';
import { duration, Steps } from '../shared/Steps';
import { words } from '../../../../api/words';

/** The gates, the rounds, what to lay out, and the record's own steps in order. */
export function OpenStation({ job, change, readOnly }: StationProps) {
  const shut = job.openingGates.some((g) => g.severity === 'STOP');
  const { opening } = job;
  const left = opening.steps.filter((s) => !s.done);
  const pending = job.fitLines.some((l) => !l.done);
  // Between two rounds: what the next one does not need open goes back first.
  const between = pending && left.length > 0 && opening.closing.some((s) => s.kind === 'PUT_BACK' && !s.done);
  return (
    <Stack gap="3">
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
            {shut
              ? job.now.off.length > 0
                ? 'The job is paused'
                : 'The machine stays shut'
              : 'Before the first screw'}
          </Text>
          {job.openingGates.map((g) => (
            <Flex key={g.code + g.text} gap="3" align="center" wrap="wrap" py="1.5" data-code={g.code}>
              <Box flex="1" minW="16rem">
                <SeverityMark severity={g.severity} /> {g.text}
                {g.advice && <Text color="quiet">{g.advice}</Text>}
              </Box>
              {!readOnly && <GateAnswers code={g.code} change={change} />}
            </Flex>
          ))}
        </Box>
      )}
      {opening.steps.length === 0 ? (
        <Flex gap="3" align="center" wrap="wrap">
          <Text>{words['finding.GATE_NOTHING_PLANNED']} Make the plan first, or open it for a look.</Text>
          {!readOnly && <OtherRounds job={job} change={change} />}
        </Flex>
      ) : (
        <>
          <Flex gap="3" align="baseline" wrap="wrap">
            <Heading as="h2" size="md" flex="1">
              {left.length === 0
                ? 'The way is open'
                : `${left.length} ${left.length === 1 ? 'step' : 'steps'}, about ${duration(left.reduce((n, s) => n + s.seconds, 0))}`}
            </Heading>
            {!readOnly && opening.canReopen && job.now.off.length === 0 && (
              <Button size="sm" variant="outline" color="ink" onClick={() => void change({ type: 'Reopen' })}>
                Reopen <Hint>O</Hint>
              </Button>
            )}
            <Button asChild size="sm" variant="outline" color="ink">
              <RouterLink to={`/jobs/${job.id}/bench`}>
                Bench mode <Hint>B</Hint>
              </RouterLink>
            </Button>
            <Button asChild size="sm" variant="outline" color="ink">
              <a href={`/api/jobs/${job.id}/opening-sheet.pdf`} download>
                Opening sheet
              </a>
            </Button>
          </Flex>
          <Rounds job={job} change={change} readOnly={readOnly} />
          <Avoid job={job} />
          {between && (
            <Box as="section" aria-label="Back on before the next round">
              <Text fontWeight="700">Back on before the next round</Text>
              <Steps
                job={job.id}
                steps={opening.closing.filter((s) => !s.done)}
                disabled={readOnly}
                change={change}
              />
            </Box>
          )}
          {opening.layOut.length > 0 && left.length > 0 && (
            <Text>
              <b>Lay out:</b> {opening.layOut.join(' · ')}
            </Text>
          )}
          {job.fitLines.length > 0 && job.fitLines.every((l) => l.done) && job.now.off.length === 0 && (
            <Text>
              All that is planned is fitted, and it is closed. These steps open it again, to look or to
              reseat.
            </Text>
          )}
          <Steps job={job.id} steps={opening.steps} disabled={readOnly} shut={shut} change={change} />
          <Companions job={job} change={change} readOnly={readOnly} here />
        </>
      )}
      <Flex gap="3" wrap="wrap" align="start">
        <Box flex="1" minW="16rem">
          <Seals job={job} change={change} readOnly={readOnly} />
          {!readOnly && opening.steps.length > 0 && (
            <Box asChild mt="2">
              <details>
                <Box as="summary" cursor="pointer" width="fit-content">
                  Open it for something else
                </Box>
                <OtherRounds job={job} change={change} />
              </details>
            </Box>
          )}
          {!readOnly && job.now.off.length + job.opening.measured.length > 0 && (
            <Box mt="2">
              <Lessons job={job} />
            </Box>
          )}
        </Box>
        {!readOnly && job.intake.battery !== 'SWOLLEN' && job.intake.battery !== 'NONE_FITTED' && (
          <Button
            size="sm"
            variant="outline"
            color="stop"
            borderColor="stop"
            onClick={() => void change({ type: 'AnswerIntake', battery: 'SWOLLEN' })}
          >
            Stop: the battery turns out to be swollen
          </Button>
        )}
      </Flex>
      <ModelPhotos
        machine={job.machineId}
        parts={opening.parts.map((p) => [p.id, p.name])}
        writes={!readOnly}
      />
    </Stack>
  );
}
