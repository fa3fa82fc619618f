import { Box, Checkbox, Flex, Stack, Text } from '@chakra-ui/react';
import { FastenerPicture } from '../../../pictures/FastenerPicture';
import { StartTimer } from '../../timers';
import type { Change, JobView } from '../api';

type Step = JobView['opening'][number];

/** Steps to tick off in order, each with its cautions first. */
export function Steps({
  job,
  steps,
  disabled,
  change,
}: {
  job: number;
  steps: Step[];
  disabled: boolean;
  change: Change;
}) {
  const next = steps.findIndex((s) => !s.done);
  return (
    <Stack as="ol" gap="2" listStyleType="none">
      {steps.map((s, i) => (
        <Box
          as="li"
          key={s.id}
          bg="panel"
          borderWidth="2px"
          borderColor={i === next && !disabled ? 'accent' : 'line'}
          borderRadius="md"
          px="3"
          py="2"
          data-step={s.id}
        >
          <Flex gap="3" align="start">
            <Checkbox.Root
              checked={s.done}
              disabled={disabled}
              onCheckedChange={(e) => void change({ type: 'TickStep', step: s.id, done: e.checked === true })}
              colorPalette="heather"
              size="lg"
              flex="1"
              alignItems="start"
            >
              <Checkbox.HiddenInput />
              <Checkbox.Control borderColor="quiet" mt="0.5" />
              <Checkbox.Label fontWeight="600" fontSize="md" _disabled={{ opacity: 0.85 }}>
                {i + 1}. {s.text}
              </Checkbox.Label>
            </Checkbox.Root>
            <Text color="quiet" fontSize="sm" whiteSpace="nowrap">
              {s.seconds >= 60 ? `${Math.round(s.seconds / 60)} min` : `${s.seconds} s`}
            </Text>
          </Flex>
          {s.cautions.map((c) => (
            <Text
              key={c}
              borderLeftWidth="4px"
              borderColor="risk"
              bg="riskSoft"
              px="2"
              py="1"
              my="1"
              fontSize="sm"
            >
              {c}
            </Text>
          ))}
          {s.kind === 'DRAIN' && !disabled && !s.done && (
            <StartTimer job={job} kind="DRAIN" seconds={s.seconds} />
          )}
          {s.how && <Text>{s.how}</Text>}
          {s.fasteners.length > 0 && <FastenerPicture fasteners={s.fasteners} />}
          {s.source && (
            <Text fontSize="xs" color="quiet">
              Source: {s.source}
            </Text>
          )}
        </Box>
      ))}
    </Stack>
  );
}
