import type { StationId } from '../../parts/stations';
import { STATIONS } from '../../parts/stations';
import type { JobChange } from './api';

type At = 'anywhere' | StationId[];

const TAKING_IN: StationId[] = ['TAKE_IN'];
const READING: StationId[] = ['READ'];
const LIMITS: StationId[] = ['LIMITS'];
const PLANNING: StationId[] = ['PLAN'];
const OPENED: StationId[] = ['OPEN', 'FIT', 'PROVE', 'HAND_BACK'];
const PROVING: StationId[] = ['PROVE'];
const LAST: StationId[] = ['PROVE', 'HAND_BACK'];

/** At which stations a change is made. */
const MADE_AT: Record<JobChange['type'], At> = {
  AnswerIntake: TAKING_IN,
  AnswerAsUsual: TAKING_IN,
  NoteOrder: TAKING_IN,
  AddPhoto: TAKING_IN,
  RemovePhoto: TAKING_IN,
  SayAbsent: ['TAKE_IN', 'READ'],
  SayMissing: READING,
  AddModule: ['READ', 'PLAN'],
  FoundInLike: READING,
  PlaceFound: READING,
  AddSource: READING,
  RemoveSource: READING,
  PlaceSource: READING,
  SayWhatIsSeen: READING,
  CorrectField: READING,
  SetAside: READING,
  FoundAsIn: ['READ'],
  AcceptReading: READING,
  TakeFromDrawer: PLANNING,
  RemoveModule: PLANNING,
  PlanModule: PLANNING,
  PlanInLike: PLANNING,
  ResetPlan: PLANNING,
  ChoosePlan: PLANNING,
  AdoptLayout: PLANNING,
  PutOnTable: PLANNING,
  DropLayout: PLANNING,
  NameLayout: PLANNING,
  SayWhence: PLANNING,
  Want: PLANNING,
  Measure: ['TAKE_IN', 'PLAN'],
  NoteSerial: ['TAKE_IN'],
  NoteThing: ['TAKE_IN', 'HAND_BACK'],
  GiveBack: ['HAND_BACK'],
  OwnerAgrees: ['LIMITS', 'PLAN'],
  CounterSays: PLANNING,
  OfferExtra: PLANNING,
  WantPart: PLANNING,
  FollowSchool: [...LIMITS, ...PLANNING],
  OrderAgain: LAST,
  TickStep: OPENED,
  TickSteps: OPENED,
  ConfirmFit: OPENED,
  ConfirmCarrier: OPENED,
  MoveModule: OPENED,
  Reseat: OPENED,
  OpenFor: OPENED,
  Reopen: OPENED,
  TurnScrew: OPENED,
  DrawScrew: OPENED,
  RubOutScrew: OPENED,
  FindSeal: OPENED,
  AnswerSeal: OPENED,
  SayCheck: OPENED,
  CompanionWork: OPENED,
  LogAction: LAST,
  ClearSettings: PROVING,
  Retract: LAST,
  LogStart: PROVING,
  EnterReadout: ['TAKE_IN', 'READ', 'PROVE'],
  NoteRuns: ['TAKE_IN', 'READ', 'PROVE'],
  AcceptDifference: LAST,
  Arrange: PROVING,
  ChooseTest: PROVING,
  DropTest: PROVING,
  ArrangeForTest: PROVING,
  LogElsewhere: PROVING,
  PlanAsStarted: PROVING,
  SettleFault: PROVING,
  CloseJob: LAST,
  ReopenJob: 'anywhere',
  Undo: 'anywhere',
  Redo: 'anywhere',
};

/** The name of the station that a change belongs to, where it is not one of this one's. */
export function madeElsewhere(type: string | undefined, here: string): string | undefined {
  const at = MADE_AT[type as JobChange['type']] as At | undefined;
  if (!at || at === 'anywhere' || at.includes(here as StationId)) return undefined;
  return STATIONS.find((s) => s.id === at[0])?.name;
}
