import { Op } from 'sequelize';
import { type Desk, type Result, done, refusal } from '../desk';

/** What stands under the entries of somebody who was forgotten. */
const madeUpName = 'Somebody who left';

/**
 * Forgets a person who has left: their entries stay, sealed as they were, under a made-up name; what is said of the person
 * anywhere beside the log is erased, in the changes of the past too. It cannot be taken back.
 */
export const forgetPerson = ({ db, now }: Desk, id: string): Promise<Result<{ initials: string }>> =>
  db.transaction(async (transaction) => {
    const person = await db.Person.findOne({ where: { id, role: { [Op.ne]: 'device' } }, transaction, lock: true });
    if (!person) return refusal('not-found', 'This person is not on the plant’s list.');
    if (person.active) return refusal('conflict', 'Take them off the list first: only who has left is forgotten.');
    if (person.forgottenAt) return done({ initials: person.initials });
    const forgotten = await db.Person.count({ where: { forgottenAt: { [Op.ne]: null } }, transaction });
    const initials = `X${forgotten + 1}`;
    // Of the change itself nothing is kept but that it was: `forgottenAt` says so to whoever records it.
    await person.update(
      {
        name: madeUpName,
        initials,
        role: 'left',
        roles: [],
        mayDo: null,
        certificates: [],
        directoryName: null,
        directorySubject: null,
        forgottenAt: now,
      },
      { transaction },
    );
    for (const model of [db.SignInSecret, db.SignInLink, db.DevicePin, db.CalendarFeed, db.Session] as const)
      await (model as typeof db.Session).destroy({ where: { personId: id }, transaction });
    await db.change(
      `UPDATE change_made SET salt = NULL, was = NULL, became = NULL, erasedAt = :now
       WHERE erasedAt IS NULL AND ((thing = 'person' AND thingId = :id) OR (ofId = :id AND thing IN ('sign_in_secret', 'sign_in_link', 'device_pin', 'calendar_feed', 'session')))`,
      { now, id },
      transaction,
    );
    return done({ initials });
  });
