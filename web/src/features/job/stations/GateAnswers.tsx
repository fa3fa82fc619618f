import { Button } from '@chakra-ui/react';
import type { Change, JobView } from '../api';

type Intake = JobView['intake'];

/** Answers to the questions that keep a gate shut, where the gate is. */
function Answers({ change, answers }: { change: Change; answers: [string, Partial<Intake>][] }) {
  return answers.map(([text, answer], i) => (
    <Button
      key={text}
      variant={i === 0 ? 'solid' : 'outline'}
      color={i === 0 ? undefined : 'ink'}
      onClick={() => void change({ type: 'AnswerIntake', ...answer })}
    >
      {text}
    </Button>
  ));
}

export function KeyAnswers({ change }: { change: Change }) {
  return (
    <Answers
      change={change}
      answers={[
        ['Key is at hand', { encryption: 'KEY_AT_HAND' }],
        ['Nothing is encrypted', { encryption: 'NOT_ENCRYPTED' }],
        ['No key, owner accepts', { encryption: 'OWNER_ACCEPTS' }],
        ['Key not known', { encryption: 'NOT_KNOWN' }],
      ]}
    />
  );
}

export function SettingsAnswers({ change }: { change: Change }) {
  return (
    <Answers
      change={change}
      answers={[
        ['Settings are noted', { firmwareSettings: 'NOTED' }],
        ['All as the maker set it', { firmwareSettings: 'DEFAULTS' }],
        ['Settings not known', { firmwareSettings: 'NOT_KNOWN' }],
      ]}
    />
  );
}

export function BatteryAnswers({ change, swollen }: { change: Change; swollen: boolean }) {
  return (
    <Answers
      change={change}
      answers={
        swollen
          ? [['Battery made safe', { battery: 'MADE_SAFE' }]]
          : [
              ['Battery looks good', { battery: 'GOOD' }],
              ['Battery is swollen', { battery: 'SWOLLEN' }],
            ]
      }
    />
  );
}

export function SealAnswers({ change, asked }: { change: Change; asked: boolean }) {
  return (
    <Answers
      change={change}
      answers={
        asked
          ? [
              ['Owner agrees', { seal: 'OWNER_AGREES' }],
              ['Owner refuses', { seal: 'OWNER_REFUSES' }],
            ]
          : [
              ['No seal', { seal: 'NONE' }],
              ['There is a seal', { seal: 'PRESENT_NOT_ASKED' }],
              ['Seal not known', { seal: 'NOT_KNOWN' }],
            ]
      }
    />
  );
}
