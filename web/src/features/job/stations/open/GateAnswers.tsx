import { Button, Flex } from '@chakra-ui/react';
import type { Change, JobView } from '../../api';

type Intake = JobView['intake'];
type Answer = [string, Partial<Intake>];

const ENCRYPTED: Answer[] = [
  ['Key is at hand', { encryption: 'KEY_AT_HAND' }],
  ['No key, owner accepts', { encryption: 'OWNER_ACCEPTS' }],
];
const KEY: Answer[] = [
  ['Nothing is encrypted', { encryption: 'NOT_ENCRYPTED' }],
  ...ENCRYPTED,
  ['Key not known', { encryption: 'NOT_KNOWN' }],
];
const SETTINGS: Answer[] = [
  ['Settings are noted', { firmwareSettings: 'NOTED' }],
  ['All as the maker set it', { firmwareSettings: 'DEFAULTS' }],
  ['Settings not known', { firmwareSettings: 'NOT_KNOWN' }],
];
const SEAL_ASKED: Answer[] = [
  ['Owner agrees', { seal: 'OWNER_AGREES' }],
  ['Owner refuses', { seal: 'OWNER_REFUSES' }],
];

/** What lifts each gate. A question that is settled, or is not one, has no answers here. */
const ANSWERS: Record<string, Answer[]> = {
  GATE_BATTERY_SWOLLEN: [['Battery made safe', { battery: 'MADE_SAFE' }]],
  GATE_BATTERY_NOT_LOOKED: [
    ['Battery looks good', { battery: 'GOOD' }],
    ['Battery is swollen', { battery: 'SWOLLEN' }],
    ['No battery in it', { battery: 'NONE_FITTED' }],
  ],
  GATE_SEAL_NOT_LOOKED: [
    ['No seal', { seal: 'NONE' }],
    ['There is a seal', { seal: 'PRESENT_NOT_ASKED' }],
    ['Seal not known', { seal: 'NOT_KNOWN' }],
  ],
  GATE_SEAL_NOT_ASKED: SEAL_ASKED,
  GATE_KEY_NOT_ASKED: KEY,
  GATE_KEY_ENCRYPTED: ENCRYPTED,
  GATE_KEY_MISSING: KEY,
  GATE_CLEAR_WITHOUT_KEY: KEY,
  GATE_SETTINGS_NOT_ASKED: SETTINGS,
  GATE_CLEAR_SETTINGS_NOT_NOTED: SETTINGS,
};

/** Answers to the question that keeps a gate shut, where the gate is; none of them is the loudest thing there. */
export function GateAnswers({ code, change }: { code: string; change: Change }) {
  return (
    <Flex gap="2" wrap="wrap">
      {(ANSWERS[code] ?? []).map(([text, answer]) => (
        <Button
          key={text}
          size="sm"
          variant="outline"
          color="ink"
          onClick={() => void change({ type: 'AnswerIntake', ...answer })}
        >
          {text}
        </Button>
      ))}
    </Flex>
  );
}
