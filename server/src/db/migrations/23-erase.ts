import type { MigrationInterface, QueryRunner } from 'typeorm'
import { appRole, fence } from './shared'

/** Rows of an athlete that go, those that point before those that are pointed at. */
const GO = [
  'alarm',
  'clearance',
  'observation',
  'injury',
  'health_answer',
  'experience_entry',
  'gate_reason',
  'day_flag',
  'set_log',
  'session_end',
  'conclusion',
  'goal',
  'plan_version',
  'training_week',
  'week_frame',
  'athlete_event',
  'outcome',
  'wrap_gap',
  'gap_choice',
  'athlete_link',
  'athlete_change',
  'health_seen',
  'roster_row',
  'athlete_past',
  'athlete_late',
]
const OWN_TESTS = '(SELECT id FROM test_session WHERE athlete_id = whom)'

/**
 * An athlete can be erased: who they were goes, results stay without a name. And who looked at
 * whose health answers is kept, a day each.
 */
export class Erase1767400000023 implements MigrationInterface {
  name = 'Erase1767400000023'

  async up(q: QueryRunner): Promise<void> {
    const app = await appRole(q)
    await q.query(`
      ALTER TABLE athlete ADD COLUMN erased_on date;
      CREATE TABLE health_seen (
        hall_id uuid NOT NULL,
        athlete_id uuid NOT NULL,
        account_id uuid NOT NULL,
        seen_on date NOT NULL,
        PRIMARY KEY (hall_id, athlete_id, account_id, seen_on),
        FOREIGN KEY (hall_id, athlete_id) REFERENCES athlete (hall_id, id) ON DELETE CASCADE,
        FOREIGN KEY (hall_id, account_id) REFERENCES account (hall_id, id)
      );
    `)
    await fence(q, 'health_seen', 'SELECT, INSERT')
    await q.query(`
      ALTER POLICY own_hall ON health_seen USING (hall_id = (SELECT
        nullif(current_setting('mano.hall', true), '')::uuid));
      CREATE FUNCTION erase_athlete(whom uuid, today date) RETURNS boolean
        LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
      DECLARE
        own uuid := nullif(current_setting('mano.hall', true), '')::uuid;
        called text;
      BEGIN
        SELECT name INTO called FROM athlete WHERE id = whom AND hall_id = own
          AND erased_on IS NULL FOR UPDATE;
        IF NOT FOUND THEN RETURN false; END IF;
        DELETE FROM alarm_answer WHERE alarm_id IN (SELECT id FROM alarm WHERE athlete_id = whom);
        DELETE FROM trial_trace WHERE trial_id IN (SELECT id FROM trial
          WHERE session_id IN ${OWN_TESTS});
        DELETE FROM test_attachment WHERE session_id IN ${OWN_TESTS};
        DELETE FROM session_change WHERE session_id IN ${OWN_TESTS};
        ${GO.map((t) => `DELETE FROM ${t} WHERE athlete_id = whom;`).join('\n        ')}
        UPDATE trial_mark SET reason = 'erased' WHERE reason <> '' AND trial_id IN (SELECT id
          FROM trial WHERE session_id IN ${OWN_TESTS});
        UPDATE trial SET reason = CASE WHEN reason = '' THEN '' ELSE 'erased'
          END, pain = NULL, pain_where = NULL WHERE session_id IN ${OWN_TESTS};
        UPDATE test_session SET note = '', override_reason = '', conditions = '{}'
          WHERE athlete_id = whom;
        UPDATE demand_version SET edits = '[]', reason = '' WHERE athlete_id = whom;
        UPDATE body_measurement SET reason = 'erased' WHERE reason <> '' AND athlete_id = whom;
        DELETE FROM place p WHERE p.athlete_id = whom AND NOT EXISTS (SELECT 1 FROM implement_unit u
          WHERE u.place_id = p.id);
        UPDATE place SET name = 'Erased ' || left(id::text, 8) WHERE athlete_id = whom;
        UPDATE test_day SET setup = jsonb_set(setup, '{athletes}',
          (SELECT coalesce(jsonb_agg(CASE WHEN a ->> 'id' = whom::text
            THEN a || '{"name": "Erased"}' ELSE a END ORDER BY n), '[]')
              FROM jsonb_array_elements(setup -> 'athletes') WITH ORDINALITY AS x(a, n)))
          WHERE hall_id = own AND setup -> 'athletes' @> jsonb_build_array(jsonb_build_object('id',
            whom));
        UPDATE test_day_event SET body = body - 'reason' WHERE hall_id = own
          AND body ->> 'athlete' = whom::text;
        UPDATE import_mapping SET mapping = jsonb_set(mapping, '{names}',
          (SELECT coalesce(jsonb_object_agg(k, v), '{}') FROM jsonb_each_text(mapping -> 'names')
            AS e(k, v) WHERE lower(v) <> lower(called)))
          WHERE hall_id = own AND mapping -> 'names' IS NOT NULL;
        UPDATE test_import SET file_name = 'erased' WHERE hall_id = own
          AND position(lower(called) IN lower(file_name)) > 0;
        DELETE FROM job WHERE hall_id = own AND (position(lower(called) IN
          lower(coalesce(result::text, ''))) > 0 OR position(lower(called) IN lower(input::text)) >
            0);
        -- The year alone says the age that results of others are compared by.
        UPDATE athlete SET name = 'Erased', birth_date = make_date(extract(year
          FROM birth_date)::int, 7, 1), guardian = NULL, skin = 'normal', note = '',
            archived_on = coalesce(archived_on, today), archived_why = 'Erased', erased_on = today,
              updated_at = now(), version = version + 1
          WHERE id = whom;
        -- A change of a profile keeps what stood before it.
        DELETE FROM athlete_change WHERE athlete_id = whom;
        DELETE FROM athlete_mark WHERE athlete_id = whom;
        RETURN true;
      END $$;
      REVOKE ALL ON FUNCTION erase_athlete(uuid, date) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION erase_athlete(uuid, date) TO ${app};
    `)
  }

  async down(): Promise<void> {
    throw new Error('Who was erased cannot come back: restore a back-up instead.')
  }
}
