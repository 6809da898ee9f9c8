/** How changes of one kind of thing are kept in the log. */
type Recorded = {
  /** Of the plan, or of who gets in. */
  kind: 'plan-change' | 'administration';
  /** As in "Task made". */
  words: string;
  /** The columns by which one is known for as long as it is there. */
  key: readonly [string, ...string[]];
  /** The column that names the thing on whose page changes of it are shown too. */
  of?: string;
  /** What follows from the rest, or is none of the plan. */
  leftOut?: readonly string[];
  /** Rows that are nobody's change: they came with the program, or stand for a hand of its own. */
  except?: { field: string; is: string | null };
  /** Whether its coming and going is the work of every day, and only its change is somebody's deed. */
  onlyChanged?: true;
  /** Of these it is kept that they changed, and never what they were. */
  secret?: readonly string[];
};

const plan = (words: string, rest: Partial<Recorded> = {}): Recorded => ({
  kind: 'plan-change',
  words,
  key: ['id'],
  ...rest,
});
const administration = (words: string, rest: Partial<Recorded> = {}): Recorded => ({
  ...plan(words, rest),
  kind: 'administration',
});

/**
 * The one table of what is plan and what is administration, by the name of its table. The database notes every change of
 * these, whoever makes it; what stands in no line here is written by the work itself, or follows from the log.
 */
export const recordedThings: Readonly<Record<string, Recorded>> = {
  plant: plan('Plant'),
  area: plan('Area'),
  machine_model: plan('Machine model'),
  machine: plan('Machine', { leftOut: ['planStamp'] }),
  machine_code: plan('Code of a machine', { key: ['code'], of: 'machineId' }),
  machine_place: plan('Place on the floor', { key: ['machineId'], of: 'machineId' }),
  floor_plan: plan('Floor plan'),
  meter: plan('Meter', { of: 'machineId' }),
  reservoir: plan('Reservoir', { of: 'machineId' }),
  lube_point: plan('Lube point', { of: 'machineId' }),
  assignment: plan('Lubricant of a point', { of: 'pointId' }),
  task: plan('Task', { of: 'pointId' }),
  interval_stage: plan('Interval', { key: ['taskId', 'assignmentId', 'position'], of: 'taskId', leftOut: ['id'] }),
  task_template: plan('Task template'),
  route: plan('Route'),
  stop: plan('Stop of a route', { key: ['routeId', 'taskId'], of: 'routeId', leftOut: ['id'] }),
  lubricant: plan('Lubricant'),
  replacement: plan('Replacement of a lubricant', { of: 'lubricantId' }),
  gun: plan('Grease gun'),
  gun_calibration: plan('Calibration of a gun', { of: 'gunId' }),
  own_sign: plan('Sign', { key: ['pointId', 'what', 'signRow'], of: 'pointId' }),
  procedure_version: plan('Procedure', {
    key: ['code', 'version'],
    of: 'code',
    except: { field: 'personId', is: null },
  }),
  person: administration('Person', {
    secret: ['directorySubject'],
    except: { field: 'role', is: 'device' },
  }),
  sign_in_secret: administration('Password', { key: ['personId'], of: 'personId', secret: ['passwordHash'] }),
  session: administration('Session', {
    of: 'personId',
    onlyChanged: true,
    leftOut: ['tokenHash', 'how', 'deviceHash', 'device', 'openedAt', 'seenAt', 'endsAt', 'endedAt'],
  }),
  sign_in_link: administration('Link to choose a password', { of: 'personId', secret: ['tokenHash'] }),
  enrolled_device: administration('Device', { leftOut: ['publicKey'], secret: ['deviceHash'] }),
  device_pin: administration('PIN', {
    key: ['deviceId', 'personId'],
    of: 'personId',
    secret: ['pinHash'],
    leftOut: ['failures', 'usedAtMs'],
  }),
  machine_client: administration('Token of a machine', { secret: ['tokenHash'], leftOut: ['usedAt'] }),
  calendar_feed: administration('Address of a calendar', { of: 'personId', secret: ['tokenHash'] }),
};

/** What no change is: when a row was written, and how often. */
export const neverRecorded: readonly string[] = ['createdAt', 'updatedAt', 'version'];
