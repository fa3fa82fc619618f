import { Box, Checkbox, Flex, Stack, Text } from '@chakra-ui/react';
import { FastenerPicture } from '../../../pictures/FastenerPicture';
import { StartTimer } from '../../timers';
import { Link as RouterLink } from 'react-router';
import type { Change, JobView } from '../api';

type Step = JobView['opening'][number];

/** Making a machine dead is right whatever the gates say. */
const ALWAYS_RIGHT: Step['kind'][] = ['POWER_DOWN', 'UNPLUG', 'GROUND'];

/** Steps to tick off in order, each with its cautions first. */
export function Steps({
  job,
  steps,
  disabled,
  shut = false,
  change,
}: {
  job: number;
  steps: Step[];
  disabled: boolean;
  /** A gate forbids to go on opening. */
  shut?: boolean;
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
            {s.kind === 'TEST_START' ? (
              <Text flex="1" fontWeight="600" fontSize="md">
                {i + 1}. {s.text}{' '}
                <Box asChild color="accent" textDecoration="underline">
                  <RouterLink to={`/jobs/${job}/prove`}>To Prove</RouterLink>
                </Box>
              </Text>
            ) : (
              <Checkbox.Root
                checked={s.done}
                disabled={disabled || (shut && !ALWAYS_RIGHT.includes(s.kind))}
                onCheckedChange={(e) =>
                  void change({ type: 'TickStep', step: s.id, done: e.checked === true })
                }
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
            )}
            <Text color="quiet" fontSize="sm" whiteSpace="nowrap">
              {s.seconds >= 60 ? `${Math.round(s.seconds / 60)} min` : `${s.seconds} s`}
            </Text>
          </Flex>
          {/* Cautions of routine steps are quiet, with a mark of their own: yellow is for risks. */}
          {!s.done &&
            s.cautions.map((c) => (
              <Flex key={c} gap="2" align="baseline" my="0.5">
                <svg width="13" height="13" viewBox="0 0 16 16" aria-hidden="true" style={{ flexShrink: 0 }}>
                  <path d="M8 2 14.5 14h-13z" fill="none" stroke="currentColor" strokeWidth="1.6" />
                  <path d="M8 6v4M8 11.4v1.2" stroke="currentColor" strokeWidth="1.6" />
                </svg>
                <Text>
                  <b>Caution.</b> {c}
                </Text>
              </Flex>
            ))}
          {s.kind === 'DRAIN' && !disabled && !s.done && (
            <StartTimer job={job} kind="DRAIN" seconds={s.seconds} />
          )}
          {!s.done && s.how && <Text>{s.how}</Text>}
          {!s.done && s.fasteners.length > 0 && <FastenerPicture fasteners={s.fasteners} />}
          {!s.done && s.source && (
            <Text fontSize="xs" color="quiet">
              Source: {s.source}
            </Text>
          )}
        </Box>
      ))}
    </Stack>
  );
}
