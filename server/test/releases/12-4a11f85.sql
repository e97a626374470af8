SET check_function_bodies = false;
CREATE FUNCTION public.account_for_login(asked text) RETURNS TABLE(id uuid, hall_id uuid, password_hash text)
    LANGUAGE sql STABLE SECURITY DEFINER
    SET search_path TO 'public'
    AS $$SELECT a.id, a.hall_id, a.password_hash FROM account a WHERE a.login = lower(trim(asked))$$;
CREATE FUNCTION public.hall_of_link(hash text) RETURNS uuid
    LANGUAGE sql STABLE SECURITY DEFINER
    SET search_path TO 'public'
    AS $$SELECT hall_id FROM athlete_link WHERE token_hash = hash$$;
CREATE FUNCTION public.installation_is_empty() RETURNS boolean
    LANGUAGE sql STABLE SECURITY DEFINER
    SET search_path TO 'public'
    AS $$SELECT NOT EXISTS (SELECT 1 FROM hall)$$;
CREATE FUNCTION public.keep_athlete_history() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
      BEGIN
        IF to_jsonb(OLD) - 'updated_at' - 'actor_kind' - 'actor_id' IS DISTINCT FROM to_jsonb(NEW) - 'updated_at' - 'actor_kind' - 'actor_id' THEN
          INSERT INTO athlete_change (id, hall_id, actor_kind, actor_id, recorded_at, athlete_id, before)
          VALUES (gen_random_uuid(), NEW.hall_id, NEW.actor_kind, NEW.actor_id, NEW.updated_at, NEW.id, to_jsonb(OLD));
        END IF;
        RETURN NEW;
      END $$;
CREATE FUNCTION public.superseding_mark() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
      BEGIN
        IF NEW.supersedes_id IS NOT NULL AND NOT EXISTS (
          SELECT 1 FROM trial t WHERE t.id = NEW.supersedes_id AND t.hand = NEW.hand AND t.ordinal = NEW.ordinal
        ) THEN RAISE EXCEPTION 'a correction keeps the hand and the number of its trial' USING ERRCODE = 'check_violation';
        END IF;
        RETURN NEW;
      END $$;
CREATE TABLE public.account (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    login text NOT NULL,
    name text NOT NULL,
    role text NOT NULL,
    password_hash text NOT NULL,
    CONSTRAINT account_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT account_login_check CHECK (((login = lower(login)) AND ((length(login) >= 3) AND (length(login) <= 60)))),
    CONSTRAINT account_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 80))),
    CONSTRAINT account_role_check CHECK ((role = ANY (ARRAY['coach'::text, 'assistant'::text])))
);
CREATE TABLE public.alarm (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    happened_on date NOT NULL,
    subject text NOT NULL,
    hand text NOT NULL,
    class text NOT NULL,
    keys jsonb NOT NULL,
    says text NOT NULL,
    source_id uuid,
    seq bigint NOT NULL,
    CONSTRAINT alarm_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT alarm_class_check CHECK ((class = ANY (ARRAY['stop'::text, 'ask'::text]))),
    CONSTRAINT alarm_hand_check CHECK ((hand = ANY (ARRAY['left'::text, 'right'::text, 'both'::text]))),
    CONSTRAINT alarm_keys_check CHECK ((jsonb_typeof(keys) = 'array'::text)),
    CONSTRAINT alarm_says_check CHECK ((length(TRIM(BOTH FROM says)) > 0))
);
CREATE TABLE public.alarm_answer (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    alarm_id uuid NOT NULL,
    done text NOT NULL,
    told text DEFAULT ''::text NOT NULL,
    CONSTRAINT alarm_answer_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT alarm_answer_done_check CHECK (((length(TRIM(BOTH FROM done)) >= 1) AND (length(TRIM(BOTH FROM done)) <= 400))),
    CONSTRAINT alarm_answer_told_check CHECK ((length(told) <= 200))
);
ALTER TABLE public.alarm ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.alarm_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.athlete (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    name text NOT NULL,
    birth_date date,
    sex_for_norms text,
    dominant_hand text,
    level text NOT NULL,
    note text DEFAULT ''::text NOT NULL,
    updated_at timestamp with time zone NOT NULL,
    skin text DEFAULT 'normal'::text NOT NULL,
    guardian jsonb,
    CONSTRAINT athlete_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT athlete_dominant_hand_check CHECK ((dominant_hand = ANY (ARRAY['left'::text, 'right'::text]))),
    CONSTRAINT athlete_guardian_check CHECK (((guardian IS NULL) OR (jsonb_typeof(guardian) = 'object'::text))),
    CONSTRAINT athlete_level_check CHECK ((level = ANY (ARRAY['novice'::text, 'trained'::text, 'advanced'::text, 'elite'::text]))),
    CONSTRAINT athlete_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 80))),
    CONSTRAINT athlete_sex_for_norms_check CHECK ((sex_for_norms = ANY (ARRAY['female'::text, 'male'::text]))),
    CONSTRAINT athlete_skin_check CHECK ((skin = ANY (ARRAY['normal'::text, 'dry'::text, 'sweaty'::text])))
);
CREATE TABLE public.athlete_change (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    before jsonb NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT athlete_change_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text])))
);
ALTER TABLE public.athlete_change ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.athlete_change_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.athlete_event (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    name text NOT NULL,
    held_on date NOT NULL,
    items jsonb NOT NULL,
    note text DEFAULT ''::text NOT NULL,
    supersedes_id uuid,
    removed boolean DEFAULT false NOT NULL,
    CONSTRAINT athlete_event_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT athlete_event_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 80)))
);
CREATE TABLE public.athlete_link (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    token_hash text NOT NULL,
    expires_on date NOT NULL,
    revoked_at timestamp with time zone,
    CONSTRAINT athlete_link_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT athlete_link_token_hash_check CHECK ((length(token_hash) = 64))
);
CREATE TABLE public.battery (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    name text NOT NULL,
    sport_id text,
    items jsonb NOT NULL,
    supersedes_id uuid,
    removed boolean DEFAULT false NOT NULL,
    CONSTRAINT battery_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT battery_items_check CHECK ((jsonb_typeof(items) = 'array'::text)),
    CONSTRAINT battery_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 60)))
);
CREATE TABLE public.body_measurement (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    measure text NOT NULL,
    hand text NOT NULL,
    value double precision NOT NULL,
    entered_value double precision NOT NULL,
    entered_unit text NOT NULL,
    measured_on date NOT NULL,
    supersedes_id uuid,
    CONSTRAINT body_measurement_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT body_measurement_check CHECK (((measure = 'body_mass'::text) = (hand = 'both'::text))),
    CONSTRAINT body_measurement_entered_value_check CHECK ((entered_value > (0)::double precision)),
    CONSTRAINT body_measurement_hand_check CHECK ((hand = ANY (ARRAY['left'::text, 'right'::text, 'both'::text]))),
    CONSTRAINT body_measurement_measure_check CHECK ((measure = ANY (ARRAY['hand_length'::text, 'hand_span'::text, 'body_mass'::text, 'forearm_cold'::text, 'forearm_pumped'::text, 'thumb_cold'::text, 'thumb_pumped'::text]))),
    CONSTRAINT body_measurement_value_check CHECK ((value > (0)::double precision))
);
CREATE TABLE public.clearance (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    observation_id uuid,
    injury_id uuid,
    cleared_by text NOT NULL,
    cleared_on date NOT NULL,
    note text DEFAULT ''::text NOT NULL,
    profession text DEFAULT ''::text NOT NULL,
    allows text DEFAULT 'all'::text NOT NULL,
    until date,
    received text DEFAULT ''::text NOT NULL,
    health_id text,
    pain_hand text,
    pain_tissue text,
    CONSTRAINT clearance_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT clearance_allows_check CHECK ((allows = ANY (ARRAY['light'::text, 'moderate'::text, 'all'::text]))),
    CONSTRAINT clearance_check CHECK (((until IS NULL) OR (until >= cleared_on))),
    CONSTRAINT clearance_cleared_by_check CHECK ((length(TRIM(BOTH FROM cleared_by)) > 0)),
    CONSTRAINT clearance_of_one CHECK (((num_nonnulls(observation_id, injury_id, health_id, pain_tissue) = 1) AND ((pain_hand IS NULL) = (pain_tissue IS NULL)))),
    CONSTRAINT clearance_pain_hand_check CHECK ((pain_hand = ANY (ARRAY['left'::text, 'right'::text, 'both'::text])))
);
CREATE TABLE public.conclusion (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    since date NOT NULL,
    until date NOT NULL,
    lines jsonb NOT NULL,
    note text DEFAULT ''::text NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT conclusion_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT conclusion_check CHECK ((until >= since)),
    CONSTRAINT conclusion_lines_check CHECK ((jsonb_typeof(lines) = 'array'::text)),
    CONSTRAINT conclusion_note_check CHECK ((length(note) <= 2000))
);
ALTER TABLE public.conclusion ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.conclusion_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE VIEW public.current_athlete_event WITH (security_invoker='true') AS
 SELECT e.id,
    e.hall_id,
    e.actor_kind,
    e.actor_id,
    e.recorded_at,
    e.athlete_id,
    e.name,
    e.held_on,
    e.items,
    e.note,
    e.supersedes_id,
    e.removed
   FROM public.athlete_event e
  WHERE ((NOT e.removed) AND (NOT (EXISTS ( SELECT 1
           FROM public.athlete_event n
          WHERE (n.supersedes_id = e.id)))));
CREATE VIEW public.current_battery WITH (security_invoker='true') AS
 SELECT b.id,
    b.hall_id,
    b.actor_kind,
    b.actor_id,
    b.recorded_at,
    b.name,
    b.sport_id,
    b.items,
    b.supersedes_id,
    b.removed
   FROM public.battery b
  WHERE ((NOT b.removed) AND (NOT (EXISTS ( SELECT 1
           FROM public.battery n
          WHERE (n.supersedes_id = b.id)))));
CREATE VIEW public.current_body_measurement WITH (security_invoker='true') AS
 SELECT b.id,
    b.hall_id,
    b.actor_kind,
    b.actor_id,
    b.recorded_at,
    b.athlete_id,
    b.measure,
    b.hand,
    b.value,
    b.entered_value,
    b.entered_unit,
    b.measured_on,
    b.supersedes_id
   FROM public.body_measurement b
  WHERE (NOT (EXISTS ( SELECT 1
           FROM public.body_measurement n
          WHERE (n.supersedes_id = b.id))));
CREATE TABLE public.injury (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    site text NOT NULL,
    side text NOT NULL,
    status text NOT NULL,
    since date,
    note text DEFAULT ''::text NOT NULL,
    advised_by text DEFAULT ''::text NOT NULL,
    supersedes_id uuid,
    CONSTRAINT injury_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT injury_side_check CHECK ((side = ANY (ARRAY['left'::text, 'right'::text, 'both'::text]))),
    CONSTRAINT injury_status_check CHECK ((status = ANY (ARRAY['active'::text, 'settling'::text, 'settled'::text])))
);
CREATE VIEW public.current_injury WITH (security_invoker='true') AS
 SELECT i.id,
    i.hall_id,
    i.actor_kind,
    i.actor_id,
    i.recorded_at,
    i.athlete_id,
    i.site,
    i.side,
    i.status,
    i.since,
    i.note,
    i.advised_by,
    i.supersedes_id
   FROM public.injury i
  WHERE (NOT (EXISTS ( SELECT 1
           FROM public.injury n
          WHERE (n.supersedes_id = i.id))));
CREATE TABLE public.outcome (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    name text NOT NULL,
    unit text NOT NULL,
    better text NOT NULL,
    value double precision NOT NULL,
    seen_on date NOT NULL,
    supersedes_id uuid,
    removed boolean DEFAULT false NOT NULL,
    CONSTRAINT outcome_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT outcome_better_check CHECK ((better = ANY (ARRAY['higher'::text, 'lower'::text]))),
    CONSTRAINT outcome_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 60)))
);
CREATE VIEW public.current_outcome WITH (security_invoker='true') AS
 SELECT o.id,
    o.hall_id,
    o.actor_kind,
    o.actor_id,
    o.recorded_at,
    o.athlete_id,
    o.name,
    o.unit,
    o.better,
    o.value,
    o.seen_on,
    o.supersedes_id,
    o.removed
   FROM public.outcome o
  WHERE ((NOT o.removed) AND (NOT (EXISTS ( SELECT 1
           FROM public.outcome n
          WHERE (n.supersedes_id = o.id)))));
CREATE TABLE public.plan_template (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    name text NOT NULL,
    says text NOT NULL,
    kind text NOT NULL,
    weeks jsonb NOT NULL,
    removes uuid,
    CONSTRAINT plan_template_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT plan_template_kind_check CHECK ((kind = ANY (ARRAY['ordinary'::text, 'deload'::text, 'travel'::text]))),
    CONSTRAINT plan_template_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 60))),
    CONSTRAINT plan_template_weeks_check CHECK ((jsonb_typeof(weeks) = 'array'::text))
);
CREATE VIEW public.current_plan_template WITH (security_invoker='true') AS
 SELECT t.id,
    t.hall_id,
    t.actor_kind,
    t.actor_id,
    t.recorded_at,
    t.name,
    t.says,
    t.kind,
    t.weeks,
    t.removes
   FROM public.plan_template t
  WHERE ((t.removes IS NULL) AND (NOT (EXISTS ( SELECT 1
           FROM public.plan_template n
          WHERE (n.removes = t.id)))));
CREATE TABLE public.set_log (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    plan_version_id uuid NOT NULL,
    block_id uuid,
    exercise_id text NOT NULL,
    done_on date NOT NULL,
    hand text NOT NULL,
    set_no integer NOT NULL,
    load_kg double precision,
    entered_load double precision,
    entered_unit text,
    seconds double precision,
    reps integer,
    ended text NOT NULL,
    effort integer,
    pain integer,
    device_at timestamp with time zone,
    supersedes_id uuid,
    details jsonb DEFAULT '{}'::jsonb NOT NULL,
    voided boolean DEFAULT false NOT NULL,
    pain_where jsonb,
    CONSTRAINT set_log_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT set_log_check CHECK (((NOT voided) OR (supersedes_id IS NOT NULL))),
    CONSTRAINT set_log_details_check CHECK ((jsonb_typeof(details) = 'object'::text)),
    CONSTRAINT set_log_effort_check CHECK (((effort >= 1) AND (effort <= 10))),
    CONSTRAINT set_log_ended_check CHECK ((ended = ANY (ARRAY['done'::text, 'slipped'::text, 'stopped'::text, 'pain'::text]))),
    CONSTRAINT set_log_hand_check CHECK ((hand = ANY (ARRAY['left'::text, 'right'::text, 'both'::text]))),
    CONSTRAINT set_log_load_kg_check CHECK (((load_kg >= (0)::double precision) AND (load_kg <= (500)::double precision))),
    CONSTRAINT set_log_pain_check CHECK (((pain >= 0) AND (pain <= 10))),
    CONSTRAINT set_log_pain_where_check CHECK (((pain_where IS NULL) OR (jsonb_typeof(pain_where) = 'object'::text))),
    CONSTRAINT set_log_reps_check CHECK (((reps >= 0) AND (reps <= 500))),
    CONSTRAINT set_log_seconds_check CHECK (((seconds >= (0)::double precision) AND (seconds <= (7200)::double precision))),
    CONSTRAINT set_log_set_no_check CHECK (((set_no >= 1) AND (set_no <= 60)))
);
CREATE VIEW public.current_set_log WITH (security_invoker='true') AS
 SELECT l.id,
    l.hall_id,
    l.actor_kind,
    l.actor_id,
    l.recorded_at,
    l.athlete_id,
    l.plan_version_id,
    l.block_id,
    l.exercise_id,
    l.done_on,
    l.hand,
    l.set_no,
    l.load_kg,
    l.entered_load,
    l.entered_unit,
    l.seconds,
    l.reps,
    l.ended,
    l.effort,
    l.pain,
    l.device_at,
    l.supersedes_id,
    l.details,
    l.voided,
    l.pain_where
   FROM public.set_log l
  WHERE ((NOT l.voided) AND (NOT (EXISTS ( SELECT 1
           FROM public.set_log n
          WHERE (n.supersedes_id = l.id)))));
CREATE TABLE public.test_import_undo (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    import_id uuid NOT NULL,
    CONSTRAINT test_import_undo_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text])))
);
CREATE TABLE public.test_session (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    protocol_id text NOT NULL,
    protocol_version integer NOT NULL,
    protocol_params jsonb NOT NULL,
    unit_id uuid NOT NULL,
    measurement_id uuid NOT NULL,
    variant jsonb NOT NULL,
    performed_at timestamp with time zone NOT NULL,
    performed_on date NOT NULL,
    device_at timestamp with time zone,
    conditions jsonb NOT NULL,
    override_reason text DEFAULT ''::text NOT NULL,
    practice boolean NOT NULL,
    note text DEFAULT ''::text NOT NULL,
    import_id uuid,
    CONSTRAINT test_session_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT test_session_protocol_version_check CHECK ((protocol_version > 0))
);
CREATE VIEW public.current_test_session WITH (security_invoker='true') AS
 SELECT s.id,
    s.hall_id,
    s.actor_kind,
    s.actor_id,
    s.recorded_at,
    s.athlete_id,
    s.protocol_id,
    s.protocol_version,
    s.protocol_params,
    s.unit_id,
    s.measurement_id,
    s.variant,
    s.performed_at,
    s.performed_on,
    s.device_at,
    s.conditions,
    s.override_reason,
    s.practice,
    s.note,
    s.import_id
   FROM public.test_session s
  WHERE (NOT (EXISTS ( SELECT 1
           FROM public.test_import_undo u
          WHERE (u.import_id = s.import_id))));
CREATE TABLE public.trial (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    session_id uuid NOT NULL,
    hand text NOT NULL,
    ordinal integer NOT NULL,
    value double precision NOT NULL,
    entered_value double precision NOT NULL,
    entered_unit text NOT NULL,
    pain integer,
    device_at timestamp with time zone,
    supersedes_id uuid,
    reason text DEFAULT ''::text NOT NULL,
    missed boolean DEFAULT false NOT NULL,
    details jsonb DEFAULT '{}'::jsonb NOT NULL,
    pain_where jsonb,
    CONSTRAINT trial_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT trial_check CHECK (((supersedes_id IS NULL) OR (length(TRIM(BOTH FROM reason)) > 0))),
    CONSTRAINT trial_details_check CHECK ((jsonb_typeof(details) = 'object'::text)),
    CONSTRAINT trial_entered_value_check CHECK ((entered_value >= (0)::double precision)),
    CONSTRAINT trial_hand_check CHECK ((hand = ANY (ARRAY['left'::text, 'right'::text, 'both'::text]))),
    CONSTRAINT trial_ordinal_check CHECK (((ordinal >= 1) AND (ordinal <= 50))),
    CONSTRAINT trial_pain_check CHECK (((pain >= 0) AND (pain <= 10))),
    CONSTRAINT trial_pain_where_check CHECK (((pain_where IS NULL) OR (jsonb_typeof(pain_where) = 'object'::text))),
    CONSTRAINT trial_value_check CHECK ((value >= (0)::double precision))
);
CREATE TABLE public.trial_mark (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    trial_id uuid NOT NULL,
    struck boolean NOT NULL,
    reason text DEFAULT ''::text NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT trial_mark_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT trial_mark_check CHECK (((NOT struck) OR (length(TRIM(BOTH FROM reason)) > 0)))
);
CREATE VIEW public.current_trial WITH (security_invoker='true') AS
 SELECT t.id,
    t.hall_id,
    t.actor_kind,
    t.actor_id,
    t.recorded_at,
    t.session_id,
    t.hand,
    t.ordinal,
    t.value,
    t.entered_value,
    t.entered_unit,
    t.pain,
    t.device_at,
    t.supersedes_id,
    t.reason,
    t.missed,
    t.details,
    t.pain_where,
    COALESCE(m.struck, false) AS struck,
        CASE
            WHEN m.struck THEN m.reason
            ELSE ''::text
        END AS strike_reason
   FROM ((public.trial t
     JOIN public.current_test_session s ON ((s.id = t.session_id)))
     LEFT JOIN ( SELECT k.trial_id,
            k.struck,
            k.reason
           FROM public.trial_mark k
          WHERE (NOT (EXISTS ( SELECT 1
                   FROM public.trial_mark l
                  WHERE ((l.trial_id = k.trial_id) AND (l.seq > k.seq)))))) m ON ((m.trial_id = t.id)))
  WHERE (NOT (EXISTS ( SELECT 1
           FROM public.trial n
          WHERE (n.supersedes_id = t.id))));
CREATE TABLE public.day_flag (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    held_on date NOT NULL,
    flags jsonb NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT day_flag_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT day_flag_flags_check CHECK ((jsonb_typeof(flags) = 'array'::text))
);
ALTER TABLE public.day_flag ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.day_flag_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.demand_version (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    sources jsonb NOT NULL,
    edits jsonb NOT NULL,
    since date NOT NULL,
    reason text DEFAULT ''::text NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT demand_version_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT demand_version_sources_check CHECK ((jsonb_array_length(sources) > 0))
);
ALTER TABLE public.demand_version ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.demand_version_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.experience_entry (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    quality text NOT NULL,
    family text,
    weeks integer NOT NULL,
    origin text NOT NULL,
    entered_on date NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT experience_entry_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT experience_entry_origin_check CHECK (((length(TRIM(BOTH FROM origin)) >= 1) AND (length(TRIM(BOTH FROM origin)) <= 200))),
    CONSTRAINT experience_entry_weeks_check CHECK (((weeks >= 0) AND (weeks <= 3000)))
);
ALTER TABLE public.experience_entry ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.experience_entry_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.gap_choice (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    row_key text NOT NULL,
    kind text NOT NULL,
    value text,
    reason text DEFAULT ''::text NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT gap_choice_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT gap_choice_check CHECK (((kind <> 'priority'::text) OR (value IS NULL) OR (length(TRIM(BOTH FROM reason)) > 0))),
    CONSTRAINT gap_choice_kind_check CHECK ((kind = ANY (ARRAY['priority'::text, 'reference'::text, 'lean_limit'::text])))
);
ALTER TABLE public.gap_choice ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.gap_choice_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.gate_reason (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    subject text NOT NULL,
    hand text NOT NULL,
    given_on date NOT NULL,
    keys jsonb NOT NULL,
    reason text NOT NULL,
    CONSTRAINT gate_reason_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT gate_reason_hand_check CHECK ((hand = ANY (ARRAY['left'::text, 'right'::text, 'both'::text]))),
    CONSTRAINT gate_reason_keys_check CHECK (((jsonb_typeof(keys) = 'array'::text) AND (jsonb_array_length(keys) > 0))),
    CONSTRAINT gate_reason_reason_check CHECK (((length(TRIM(BOTH FROM reason)) >= 1) AND (length(TRIM(BOTH FROM reason)) <= 400)))
);
CREATE TABLE public.goal (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    series_key text NOT NULL,
    value double precision,
    entered_value double precision,
    entered_unit text,
    seq bigint NOT NULL,
    CONSTRAINT goal_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT goal_check CHECK ((((value IS NULL) = (entered_value IS NULL)) AND ((value IS NULL) = (entered_unit IS NULL)))),
    CONSTRAINT goal_value_check CHECK ((value > (0)::double precision))
);
ALTER TABLE public.goal ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.goal_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.hall (
    id uuid NOT NULL,
    name text NOT NULL,
    time_zone text NOT NULL,
    created_at timestamp with time zone NOT NULL,
    stale_days integer DEFAULT 42 NOT NULL,
    CONSTRAINT hall_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 80))),
    CONSTRAINT hall_stale_days_check CHECK (((stale_days >= 7) AND (stale_days <= 365)))
);
CREATE TABLE public.hall_sport (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    name text NOT NULL,
    kind text NOT NULL,
    origin_id text NOT NULL,
    objects text NOT NULL,
    rows jsonb NOT NULL,
    CONSTRAINT hall_sport_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT hall_sport_kind_check CHECK ((kind = ANY (ARRAY['sport'::text, 'event'::text]))),
    CONSTRAINT hall_sport_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 80))),
    CONSTRAINT hall_sport_rows_check CHECK ((jsonb_array_length(rows) > 0))
);
CREATE TABLE public.health_answer (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    answered_on date NOT NULL,
    yes jsonb NOT NULL,
    complete boolean NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT health_answer_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT health_answer_yes_check CHECK ((jsonb_typeof(yes) = 'array'::text))
);
ALTER TABLE public.health_answer ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.health_answer_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.implement_check (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    unit_id uuid NOT NULL,
    spin text,
    wear text NOT NULL,
    note text DEFAULT ''::text NOT NULL,
    checked_on date NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT implement_check_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT implement_check_spin_check CHECK ((spin = ANY (ARRAY['fixed'::text, 'free'::text, 'friction'::text]))),
    CONSTRAINT implement_check_wear_check CHECK ((wear = ANY (ARRAY['good'::text, 'worn'::text, 'replace'::text])))
);
ALTER TABLE public.implement_check ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.implement_check_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.implement_measurement (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    unit_id uuid NOT NULL,
    size_mm double precision,
    entered_value double precision,
    entered_unit text,
    measured_on date NOT NULL,
    series_id uuid NOT NULL,
    depth_mm double precision,
    handle_mm double precision,
    mass_kg double precision,
    plates jsonb DEFAULT '[]'::jsonb NOT NULL,
    rating_kg double precision,
    rated_by text DEFAULT ''::text NOT NULL,
    rated_on date,
    seq bigint NOT NULL,
    CONSTRAINT implement_measurement_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT implement_measurement_check CHECK (((size_mm IS NULL) = (entered_value IS NULL))),
    CONSTRAINT implement_measurement_check1 CHECK (((rating_kg IS NULL) = (rated_on IS NULL))),
    CONSTRAINT implement_measurement_depth_mm_check CHECK ((depth_mm > (0)::double precision)),
    CONSTRAINT implement_measurement_entered_value_check CHECK ((entered_value > (0)::double precision)),
    CONSTRAINT implement_measurement_handle_mm_check CHECK ((handle_mm > (0)::double precision)),
    CONSTRAINT implement_measurement_mass_kg_check CHECK ((mass_kg >= (0)::double precision)),
    CONSTRAINT implement_measurement_rating_kg_check CHECK ((rating_kg > (0)::double precision)),
    CONSTRAINT implement_measurement_size_mm_check CHECK ((size_mm > (0)::double precision))
);
ALTER TABLE public.implement_measurement ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.implement_measurement_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.implement_unit (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    kind text NOT NULL,
    label text NOT NULL,
    retired boolean DEFAULT false NOT NULL,
    place_id uuid NOT NULL,
    orientation text,
    surface text,
    CONSTRAINT implement_unit_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT implement_unit_label_check CHECK (((length(TRIM(BOTH FROM label)) >= 1) AND (length(TRIM(BOTH FROM label)) <= 60))),
    CONSTRAINT implement_unit_orientation_check CHECK ((orientation = ANY (ARRAY['across'::text, 'upright'::text]))),
    CONSTRAINT implement_unit_surface_check CHECK ((surface = ANY (ARRAY['raw'::text, 'knurled'::text, 'smooth'::text, 'plastic'::text, 'rubber'::text, 'wood'::text, 'cloth'::text])))
);
CREATE TABLE public.import_mapping (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    header_key text NOT NULL,
    mapping jsonb NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT import_mapping_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT import_mapping_mapping_check CHECK ((jsonb_typeof(mapping) = 'object'::text))
);
ALTER TABLE public.import_mapping ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.import_mapping_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.kit_price (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    kind text NOT NULL,
    size_mm double precision,
    price text NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT kit_price_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text])))
);
ALTER TABLE public.kit_price ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.kit_price_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.migrations (
    id integer NOT NULL,
    "timestamp" bigint NOT NULL,
    name character varying NOT NULL
);
CREATE SEQUENCE public.migrations_id_seq
    AS integer
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
ALTER SEQUENCE public.migrations_id_seq OWNED BY public.migrations.id;
CREATE TABLE public.observation (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    session_id uuid,
    hand text NOT NULL,
    pain integer,
    symptom text,
    note text DEFAULT ''::text NOT NULL,
    places jsonb,
    CONSTRAINT observation_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT observation_check CHECK (((pain IS NOT NULL) OR (symptom IS NOT NULL))),
    CONSTRAINT observation_hand_check CHECK ((hand = ANY (ARRAY['left'::text, 'right'::text, 'both'::text]))),
    CONSTRAINT observation_pain_check CHECK (((pain >= 0) AND (pain <= 10))),
    CONSTRAINT observation_places_check CHECK (((places IS NULL) OR (jsonb_typeof(places) = 'array'::text)))
);
CREATE TABLE public.place (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    name text NOT NULL,
    kind text NOT NULL,
    athlete_id uuid,
    CONSTRAINT place_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT place_kind_check CHECK ((kind = ANY (ARRAY['hall'::text, 'home'::text, 'bag'::text]))),
    CONSTRAINT place_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 60)))
);
CREATE TABLE public.plan_version (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    week_start date NOT NULL,
    frame jsonb NOT NULL,
    blocks jsonb NOT NULL,
    reason text DEFAULT ''::text NOT NULL,
    seq bigint NOT NULL,
    terms jsonb DEFAULT '{"bans": [], "settings": {}}'::jsonb NOT NULL,
    based_on uuid,
    asked jsonb DEFAULT '[]'::jsonb NOT NULL,
    CONSTRAINT plan_version_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT plan_version_asked_check CHECK ((jsonb_typeof(asked) = 'array'::text)),
    CONSTRAINT plan_version_frame_check CHECK ((jsonb_array_length(frame) = 7)),
    CONSTRAINT plan_version_terms_check CHECK ((jsonb_typeof(terms) = 'object'::text)),
    CONSTRAINT plan_version_week_start_check CHECK ((EXTRACT(isodow FROM week_start) = (1)::numeric))
);
ALTER TABLE public.plan_version ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.plan_version_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.session (
    sid text NOT NULL,
    sess json NOT NULL,
    expire timestamp(6) without time zone NOT NULL
);
CREATE TABLE public.standard (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    protocol_id text NOT NULL,
    sport_id text,
    level text,
    value double precision NOT NULL,
    entered_value double precision NOT NULL,
    entered_unit text NOT NULL,
    per_body_mass boolean DEFAULT false NOT NULL,
    CONSTRAINT standard_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT standard_entered_value_check CHECK ((entered_value > (0)::double precision)),
    CONSTRAINT standard_level_check CHECK ((level = ANY (ARRAY['novice'::text, 'trained'::text, 'advanced'::text, 'elite'::text]))),
    CONSTRAINT standard_value_check CHECK ((value > (0)::double precision))
);
CREATE TABLE public.test_attachment (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    session_id uuid NOT NULL,
    kind text NOT NULL,
    text text DEFAULT ''::text NOT NULL,
    mime text,
    bytes bytea,
    CONSTRAINT test_attachment_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT test_attachment_bytes_check CHECK ((octet_length(bytes) <= 10485760)),
    CONSTRAINT test_attachment_check CHECK (((kind = 'photo'::text) = ((bytes IS NOT NULL) AND (mime IS NOT NULL)))),
    CONSTRAINT test_attachment_check1 CHECK (((kind = 'photo'::text) OR (length(TRIM(BOTH FROM text)) > 0))),
    CONSTRAINT test_attachment_kind_check CHECK ((kind = ANY (ARRAY['note'::text, 'photo'::text, 'link'::text]))),
    CONSTRAINT test_attachment_mime_check CHECK ((mime = ANY (ARRAY['image/jpeg'::text, 'image/png'::text, 'image/webp'::text]))),
    CONSTRAINT test_attachment_text_check CHECK ((length(text) <= 2000))
);
CREATE TABLE public.test_day (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    name text NOT NULL,
    held_on date NOT NULL,
    setup jsonb NOT NULL,
    CONSTRAINT test_day_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT test_day_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 80))),
    CONSTRAINT test_day_setup_check CHECK ((jsonb_typeof(setup) = 'object'::text))
);
CREATE TABLE public.test_day_event (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    day_id uuid NOT NULL,
    at double precision NOT NULL,
    kind text NOT NULL,
    body jsonb NOT NULL,
    CONSTRAINT test_day_event_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT test_day_event_at_check CHECK (((at >= (0)::double precision) AND (at <= (86400)::double precision))),
    CONSTRAINT test_day_event_body_check CHECK ((jsonb_typeof(body) = 'object'::text)),
    CONSTRAINT test_day_event_kind_check CHECK ((kind = ANY (ARRAY['start'::text, 'done'::text, 'late'::text, 'out'::text, 'lost'::text, 'back'::text, 'retry'::text, 'break'::text, 'reorder'::text])))
);
CREATE TABLE public.test_import (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    file_name text NOT NULL,
    trials integer NOT NULL,
    CONSTRAINT test_import_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT test_import_trials_check CHECK ((trials > 0))
);
CREATE TABLE public.training_week (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    days jsonb NOT NULL,
    hand_work integer NOT NULL,
    hand_work_note text DEFAULT ''::text NOT NULL,
    CONSTRAINT training_week_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT training_week_days_check CHECK ((jsonb_array_length(days) = 7)),
    CONSTRAINT training_week_hand_work_check CHECK (((hand_work >= 0) AND (hand_work <= 3)))
);
ALTER TABLE public.trial_mark ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.trial_mark_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE public.trial_trace (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    trial_id uuid NOT NULL,
    session_id uuid NOT NULL,
    instrument text NOT NULL,
    rate_hz double precision NOT NULL,
    start_s double precision NOT NULL,
    gaps jsonb NOT NULL,
    data text NOT NULL,
    CONSTRAINT trial_trace_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT trial_trace_data_check CHECK (((length(data) >= 1) AND (length(data) <= 1500000))),
    CONSTRAINT trial_trace_gaps_check CHECK ((jsonb_typeof(gaps) = 'array'::text)),
    CONSTRAINT trial_trace_instrument_check CHECK (((length(TRIM(BOTH FROM instrument)) >= 1) AND (length(TRIM(BOTH FROM instrument)) <= 80))),
    CONSTRAINT trial_trace_rate_hz_check CHECK (((rate_hz >= (10)::double precision) AND (rate_hz <= (5000)::double precision)))
);
CREATE TABLE public.week_frame (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    days jsonb NOT NULL,
    CONSTRAINT week_frame_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT week_frame_days_check CHECK ((jsonb_array_length(days) = 7))
);
CREATE TABLE public.wrap_gap (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    unit_id uuid NOT NULL,
    measurement_id uuid NOT NULL,
    hand text NOT NULL,
    gap_mm double precision NOT NULL,
    entered_value double precision NOT NULL,
    entered_unit text NOT NULL,
    measured_on date NOT NULL,
    seq bigint NOT NULL,
    CONSTRAINT wrap_gap_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT wrap_gap_gap_mm_check CHECK (((gap_mm >= ('-80'::integer)::double precision) AND (gap_mm <= (150)::double precision))),
    CONSTRAINT wrap_gap_hand_check CHECK ((hand = ANY (ARRAY['left'::text, 'right'::text])))
);
ALTER TABLE public.wrap_gap ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.wrap_gap_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
ALTER TABLE ONLY public.migrations ALTER COLUMN id SET DEFAULT nextval('public.migrations_id_seq'::regclass);
INSERT INTO public.account VALUES ('01a222f7-4237-7629-9077-7b2f00983798', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', 'ruth', 'ruth', 'coach', '$argon2id$v=19$m=19456,t=2,p=1$jwXSoY7CsGVFfz723XdOvw$5A/MELeGJTgmk2Douo/oqaz8S3yZFsOOr36ORciUVn8');
INSERT INTO public.athlete VALUES ('01a222f7-45ba-729e-8653-a2f0a11ddd37', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', 'Rui Castellane', '2000-05-01', 'male', 'right', 'trained', '', '2026-11-25 10:00:00+00', 'normal', NULL);
INSERT INTO public.athlete VALUES ('01a222f7-505f-706c-b6d9-d38f1deb9e1e', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', 'Ann Tolley', '2000-05-01', 'male', 'right', 'trained', '', '2026-11-25 10:00:00+00', 'normal', NULL);
INSERT INTO public.body_measurement VALUES ('01a222f7-5f1d-713e-9f65-14b1898fe86a', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'body_mass', 'both', 70, 70, 'kg', '2026-11-20', NULL);
INSERT INTO public.demand_version OVERRIDING SYSTEM VALUE VALUES ('01a222f7-45ba-729e-8653-a50bb6c9eff2', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', '[{"id": "boxer", "weight": 1}]', '[]', '2026-11-25', '', 1);
INSERT INTO public.demand_version OVERRIDING SYSTEM VALUE VALUES ('01a222f7-505f-706c-b6d9-d54bb8cb0aec', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', '[{"id": "boxer", "weight": 1}]', '[]', '2026-11-25', '', 2);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-2e8503e0c7f7', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'hang', NULL, 60, 'training diary', '2026-11-25', 1);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-32420730e94a', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'carry', NULL, 60, 'training diary', '2026-11-25', 2);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-35a9fb5973a6', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'thick', NULL, 60, 'training diary', '2026-11-25', 3);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-3aac65607593', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'crush', NULL, 60, 'training diary', '2026-11-25', 4);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-3e7e3293fd86', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'closed', NULL, 60, 'training diary', '2026-11-25', 5);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-4285950a7423', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'pinch_wide', NULL, 60, 'training diary', '2026-11-25', 6);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-47a031f35b47', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'pinch_narrow', NULL, 60, 'training diary', '2026-11-25', 7);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-481a753492ee', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'key', NULL, 60, 'training diary', '2026-11-25', 8);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-4ce7973d8cda', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'claw', NULL, 60, 'training diary', '2026-11-25', 9);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-51e1582f1fa1', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'edge', NULL, 60, 'training diary', '2026-11-25', 10);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-550eeea9c020', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'cloth', NULL, 60, 'training diary', '2026-11-25', 11);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-5849fec98021', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'catch', NULL, 60, 'training diary', '2026-11-25', 12);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-5fc74fd0ffe4', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'wrist_flex', NULL, 60, 'training diary', '2026-11-25', 13);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-6236201b3669', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'wrist_ext', NULL, 60, 'training diary', '2026-11-25', 14);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-660237c35b0b', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'wrist_dev', NULL, 60, 'training diary', '2026-11-25', 15);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-6ad4c8b01f6d', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'rotation', NULL, 60, 'training diary', '2026-11-25', 16);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-472e-758d-ad10-6c2da8069fed', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'finger_ext', NULL, 60, 'training diary', '2026-11-25', 17);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-511f-77d3-bfb0-c9ece15048f1', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'hang', NULL, 60, 'training diary', '2026-11-25', 18);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-511f-77d3-bfb0-ccfd60426f7f', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'carry', NULL, 60, 'training diary', '2026-11-25', 19);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-511f-77d3-bfb0-d09692889727', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'thick', NULL, 60, 'training diary', '2026-11-25', 20);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-511f-77d3-bfb0-d764a456309c', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'crush', NULL, 60, 'training diary', '2026-11-25', 21);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-511f-77d3-bfb0-d8de7db39753', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'closed', NULL, 60, 'training diary', '2026-11-25', 22);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-511f-77d3-bfb0-dc56811261aa', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'pinch_wide', NULL, 60, 'training diary', '2026-11-25', 23);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-511f-77d3-bfb0-e3ae3bc20a0b', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'pinch_narrow', NULL, 60, 'training diary', '2026-11-25', 24);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-511f-77d3-bfb0-e59bcfc494aa', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'key', NULL, 60, 'training diary', '2026-11-25', 25);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-5120-7575-bb8c-426fcea7e136', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'claw', NULL, 60, 'training diary', '2026-11-25', 26);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-5120-7575-bb8c-46dbfa27eb8c', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'edge', NULL, 60, 'training diary', '2026-11-25', 27);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-5120-7575-bb8c-4be49dcf2c9b', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'cloth', NULL, 60, 'training diary', '2026-11-25', 28);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-5120-7575-bb8c-4fb1c3a58fdc', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'catch', NULL, 60, 'training diary', '2026-11-25', 29);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-5120-7575-bb8c-50654d3f9524', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'wrist_flex', NULL, 60, 'training diary', '2026-11-25', 30);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-5120-7575-bb8c-5685e58a5b74', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'wrist_ext', NULL, 60, 'training diary', '2026-11-25', 31);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-5120-7575-bb8c-59d510c27989', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'wrist_dev', NULL, 60, 'training diary', '2026-11-25', 32);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-5120-7575-bb8c-5c6c1486937e', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'rotation', NULL, 60, 'training diary', '2026-11-25', 33);
INSERT INTO public.experience_entry OVERRIDING SYSTEM VALUE VALUES ('01a222f7-5120-7575-bb8c-60f292f2c1d4', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'finger_ext', NULL, 60, 'training diary', '2026-11-25', 34);
INSERT INTO public.hall VALUES ('01a222f7-4237-7629-9077-76c02fe7fe94', 'Hall of ruth', 'Europe/London', '2026-11-25 10:00:00+00', 42);
INSERT INTO public.health_answer OVERRIDING SYSTEM VALUE VALUES ('01a222f7-4676-7662-8828-d105d98cd0c7', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', '2026-11-25', '[]', true, 1);
INSERT INTO public.health_answer OVERRIDING SYSTEM VALUE VALUES ('01a222f7-50c4-717b-889d-dc8b17810b23', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', '2026-11-25', '[]', true, 2);
INSERT INTO public.implement_measurement OVERRIDING SYSTEM VALUE VALUES ('01a222f7-4314-73c3-8af0-1e0f30d68d8f', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-4311-71bc-9239-d28db73b381b', NULL, NULL, NULL, '2026-11-25', '01a222f7-4314-73c3-8af0-1e0f30d68d8f', NULL, NULL, NULL, '[]', NULL, '', NULL, 1);
INSERT INTO public.implement_measurement OVERRIDING SYSTEM VALUE VALUES ('01a222f7-432f-74b9-94d3-3aaa8c4e2fcb', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-432d-7428-9f48-6b718021a2df', NULL, NULL, NULL, '2026-11-25', '01a222f7-432f-74b9-94d3-3aaa8c4e2fcb', NULL, NULL, NULL, '[]', NULL, '', NULL, 2);
INSERT INTO public.implement_unit VALUES ('01a222f7-4311-71bc-9239-d28db73b381b', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', 'dyno', 'Dynamometer 1', false, '01a222f7-430d-754f-8f85-9047871c5e9c', NULL, NULL);
INSERT INTO public.implement_unit VALUES ('01a222f7-432d-7428-9f48-6b718021a2df', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', 'bar', 'Bar 1', false, '01a222f7-430d-754f-8f85-9047871c5e9c', NULL, NULL);
INSERT INTO public.injury VALUES ('01a222f7-5f5e-760a-9038-c427c57ad57f', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'thumb', 'left', 'settling', '2026-11-01', '', '', NULL);
INSERT INTO public.migrations VALUES (1, 1764000000001, 'Ground1764000000001');
INSERT INTO public.migrations VALUES (2, 1764100000002, 'Plan1764100000002');
INSERT INTO public.migrations VALUES (3, 1764200000003, 'Fieldwork1764200000003');
INSERT INTO public.migrations VALUES (4, 1764300000004, 'Judgement1764300000004');
INSERT INTO public.migrations VALUES (5, 1764400000005, 'Lifts1764400000005');
INSERT INTO public.migrations VALUES (6, 1764500000006, 'FloorOfTests1764500000006');
INSERT INTO public.migrations VALUES (7, 1764600000007, 'Traces1764600000007');
INSERT INTO public.migrations VALUES (8, 1764700000008, 'PlanTerms1764700000008');
INSERT INTO public.migrations VALUES (9, 1764800000009, 'Floor1764800000009');
INSERT INTO public.migrations VALUES (10, 1764900000010, 'TestDay1764900000010');
INSERT INTO public.migrations VALUES (11, 1765000000011, 'Review1765000000011');
INSERT INTO public.migrations VALUES (12, 1766000000012, 'Safety1766000000012');
INSERT INTO public.observation VALUES ('01a222f7-5f8c-7119-bbcb-fbe28d00250b', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', NULL, 'left', 2, NULL, '', NULL);
INSERT INTO public.place VALUES ('01a222f7-430d-754f-8f85-9047871c5e9c', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', 'Hall', 'hall', NULL);
INSERT INTO public.place VALUES ('01a222f7-430d-754f-8f85-94fe0097ff80', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', 'Home', 'home', NULL);
INSERT INTO public.place VALUES ('01a222f7-430d-754f-8f85-9847824f6adf', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', 'Travel bag', 'bag', NULL);
INSERT INTO public.plan_version OVERRIDING SYSTEM VALUE VALUES ('01a222f7-5fa3-771d-9787-83d7548e90ba', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', '2026-11-23', '[{"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}]', '[{"id": "01a222f7-5fa3-771d-9787-8424d67a2a33", "day": 2, "dose": 15, "sets": 2, "hands": ["left", "right"], "reason": "", "exerciseId": "wrist_curl"}]', 'Agreed', 1, '{"bans": [], "settings": {}}', NULL, '[]');
INSERT INTO public.set_log VALUES ('01a222f7-600f-732c-8d54-9416cd88ac1a', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', '01a222f7-5fa3-771d-9787-83d7548e90ba', '01a222f7-5fa3-771d-9787-8424d67a2a33', 'wrist_curl', '2026-11-25', 'left', 1, 10, 10, 'kg', NULL, 12, 'done', 6, 0, NULL, NULL, '{}', false, NULL);
INSERT INTO public.test_session VALUES ('01a222f7-493b-74b0-80e6-b2b51c5f1047', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-45ba-729e-8653-a2f0a11ddd37', 'dyno_seated', 1, '{"unit": "N", "restS": 60, "trials": 3, "trialsUpTo": 6, "askOverCvPct": 10, "familiarSessions": 0}', '01a222f7-4311-71bc-9239-d28db73b381b', '01a222f7-4314-73c3-8af0-1e0f30d68d8f', '{"position": "2"}', '2026-11-25 10:00:00+00', '2026-11-25', NULL, '{"warm": true, "well": true, "rested": true, "familiar": false, "skinGood": true}', '', false, '', NULL);
INSERT INTO public.test_session VALUES ('01a222f7-53b6-71b8-95f1-87790f941e80', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-505f-706c-b6d9-d38f1deb9e1e', 'dyno_seated', 1, '{"unit": "N", "restS": 60, "trials": 3, "trialsUpTo": 6, "askOverCvPct": 10, "familiarSessions": 0}', '01a222f7-4311-71bc-9239-d28db73b381b', '01a222f7-4314-73c3-8af0-1e0f30d68d8f', '{"position": "2"}', '2026-11-25 10:00:00+00', '2026-11-25', NULL, '{"warm": true, "well": true, "rested": true, "familiar": false, "skinGood": true}', '', false, '', NULL);
INSERT INTO public.trial VALUES ('01a222f7-4a4b-70e0-aa65-c8d5587f73d9', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-493b-74b0-80e6-b2b51c5f1047', 'left', 1, 392.26599999999996, 40, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-4c3c-74ba-b796-aec700014b91', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-493b-74b0-80e6-b2b51c5f1047', 'right', 1, 470.7192, 48, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-4d06-74bb-838a-7a29e0eea040', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-493b-74b0-80e6-b2b51c5f1047', 'left', 2, 397.16932499999996, 40.5, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-4de8-72d9-945d-ff861e0bdfa2', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-493b-74b0-80e6-b2b51c5f1047', 'right', 2, 475.622525, 48.5, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-4e92-74fb-ab5d-df6be1c1518c', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-493b-74b0-80e6-b2b51c5f1047', 'left', 3, 402.07264999999995, 41, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-4f56-761e-9846-2dd5ec1f56cd', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-493b-74b0-80e6-b2b51c5f1047', 'right', 3, 480.52585, 49, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-5593-742a-bb60-e49afac568d3', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-53b6-71b8-95f1-87790f941e80', 'left', 1, 294.1995, 30, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-5701-70d5-85d0-71b8065cc1a0', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-53b6-71b8-95f1-87790f941e80', 'right', 1, 323.61945, 33, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-5a1f-73f2-92fd-71a7831a8594', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-53b6-71b8-95f1-87790f941e80', 'left', 2, 299.102825, 30.5, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-5c31-738e-ac9f-69594944eb6d', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-53b6-71b8-95f1-87790f941e80', 'right', 2, 328.52277499999997, 33.5, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-5df1-7605-8a44-d723e9625d85', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-53b6-71b8-95f1-87790f941e80', 'left', 3, 304.00615, 31, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
INSERT INTO public.trial VALUES ('01a222f7-5e76-72ee-9866-b907570cdfe6', '01a222f7-4237-7629-9077-76c02fe7fe94', 'coach', '01a222f7-4237-7629-9077-7b2f00983798', '2026-11-25 10:00:00+00', '01a222f7-53b6-71b8-95f1-87790f941e80', 'right', 3, 333.42609999999996, 34, 'kg', NULL, NULL, NULL, '', false, '{}', NULL);
SELECT pg_catalog.setval('public.alarm_seq_seq', 1, false);
SELECT pg_catalog.setval('public.athlete_change_seq_seq', 1, false);
SELECT pg_catalog.setval('public.conclusion_seq_seq', 1, false);
SELECT pg_catalog.setval('public.day_flag_seq_seq', 1, false);
SELECT pg_catalog.setval('public.demand_version_seq_seq', 2, true);
SELECT pg_catalog.setval('public.experience_entry_seq_seq', 34, true);
SELECT pg_catalog.setval('public.gap_choice_seq_seq', 1, false);
SELECT pg_catalog.setval('public.goal_seq_seq', 1, false);
SELECT pg_catalog.setval('public.health_answer_seq_seq', 2, true);
SELECT pg_catalog.setval('public.implement_check_seq_seq', 1, false);
SELECT pg_catalog.setval('public.implement_measurement_seq_seq', 2, true);
SELECT pg_catalog.setval('public.import_mapping_seq_seq', 1, false);
SELECT pg_catalog.setval('public.kit_price_seq_seq', 1, false);
SELECT pg_catalog.setval('public.migrations_id_seq', 12, true);
SELECT pg_catalog.setval('public.plan_version_seq_seq', 1, true);
SELECT pg_catalog.setval('public.trial_mark_seq_seq', 1, false);
SELECT pg_catalog.setval('public.wrap_gap_seq_seq', 1, false);
ALTER TABLE ONLY public.migrations
    ADD CONSTRAINT "PK_8c82d7f526340ab734260ea46be" PRIMARY KEY (id);
ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_login_key UNIQUE (login);
ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.alarm_answer
    ADD CONSTRAINT alarm_answer_alarm_id_key UNIQUE (alarm_id);
ALTER TABLE ONLY public.alarm_answer
    ADD CONSTRAINT alarm_answer_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.alarm_answer
    ADD CONSTRAINT alarm_answer_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.athlete_change
    ADD CONSTRAINT athlete_change_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.athlete_change
    ADD CONSTRAINT athlete_change_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.athlete_event
    ADD CONSTRAINT athlete_event_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.athlete_event
    ADD CONSTRAINT athlete_event_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.athlete_event
    ADD CONSTRAINT athlete_event_supersedes_id_key UNIQUE (supersedes_id);
ALTER TABLE ONLY public.athlete
    ADD CONSTRAINT athlete_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.athlete_link
    ADD CONSTRAINT athlete_link_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.athlete_link
    ADD CONSTRAINT athlete_link_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.athlete_link
    ADD CONSTRAINT athlete_link_token_hash_key UNIQUE (token_hash);
ALTER TABLE ONLY public.athlete
    ADD CONSTRAINT athlete_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.battery
    ADD CONSTRAINT battery_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.battery
    ADD CONSTRAINT battery_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.battery
    ADD CONSTRAINT battery_supersedes_id_key UNIQUE (supersedes_id);
ALTER TABLE ONLY public.body_measurement
    ADD CONSTRAINT body_measurement_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.body_measurement
    ADD CONSTRAINT body_measurement_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.clearance
    ADD CONSTRAINT clearance_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.clearance
    ADD CONSTRAINT clearance_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.conclusion
    ADD CONSTRAINT conclusion_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.conclusion
    ADD CONSTRAINT conclusion_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.day_flag
    ADD CONSTRAINT day_flag_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.day_flag
    ADD CONSTRAINT day_flag_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.demand_version
    ADD CONSTRAINT demand_version_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.demand_version
    ADD CONSTRAINT demand_version_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.experience_entry
    ADD CONSTRAINT experience_entry_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.experience_entry
    ADD CONSTRAINT experience_entry_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.gap_choice
    ADD CONSTRAINT gap_choice_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.gap_choice
    ADD CONSTRAINT gap_choice_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.gate_reason
    ADD CONSTRAINT gate_reason_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.gate_reason
    ADD CONSTRAINT gate_reason_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.goal
    ADD CONSTRAINT goal_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.goal
    ADD CONSTRAINT goal_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.hall
    ADD CONSTRAINT hall_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.hall_sport
    ADD CONSTRAINT hall_sport_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.hall_sport
    ADD CONSTRAINT hall_sport_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.health_answer
    ADD CONSTRAINT health_answer_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.health_answer
    ADD CONSTRAINT health_answer_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.implement_check
    ADD CONSTRAINT implement_check_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.implement_check
    ADD CONSTRAINT implement_check_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.implement_measurement
    ADD CONSTRAINT implement_measurement_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.implement_measurement
    ADD CONSTRAINT implement_measurement_hall_id_unit_id_id_key UNIQUE (hall_id, unit_id, id);
ALTER TABLE ONLY public.implement_measurement
    ADD CONSTRAINT implement_measurement_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.implement_unit
    ADD CONSTRAINT implement_unit_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.implement_unit
    ADD CONSTRAINT implement_unit_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.import_mapping
    ADD CONSTRAINT import_mapping_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.import_mapping
    ADD CONSTRAINT import_mapping_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.injury
    ADD CONSTRAINT injury_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.injury
    ADD CONSTRAINT injury_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.kit_price
    ADD CONSTRAINT kit_price_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.kit_price
    ADD CONSTRAINT kit_price_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.observation
    ADD CONSTRAINT observation_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.observation
    ADD CONSTRAINT observation_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.outcome
    ADD CONSTRAINT outcome_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.outcome
    ADD CONSTRAINT outcome_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.outcome
    ADD CONSTRAINT outcome_supersedes_id_key UNIQUE (supersedes_id);
ALTER TABLE ONLY public.place
    ADD CONSTRAINT place_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.place
    ADD CONSTRAINT place_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.plan_template
    ADD CONSTRAINT plan_template_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.plan_template
    ADD CONSTRAINT plan_template_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.plan_template
    ADD CONSTRAINT plan_template_removes_key UNIQUE (removes);
ALTER TABLE ONLY public.plan_version
    ADD CONSTRAINT plan_version_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.plan_version
    ADD CONSTRAINT plan_version_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.session
    ADD CONSTRAINT session_pkey PRIMARY KEY (sid);
ALTER TABLE ONLY public.set_log
    ADD CONSTRAINT set_log_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.set_log
    ADD CONSTRAINT set_log_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.set_log
    ADD CONSTRAINT set_log_supersedes_id_key UNIQUE (supersedes_id);
ALTER TABLE ONLY public.standard
    ADD CONSTRAINT standard_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.standard
    ADD CONSTRAINT standard_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.test_attachment
    ADD CONSTRAINT test_attachment_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.test_attachment
    ADD CONSTRAINT test_attachment_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.test_day_event
    ADD CONSTRAINT test_day_event_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.test_day_event
    ADD CONSTRAINT test_day_event_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.test_day
    ADD CONSTRAINT test_day_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.test_day
    ADD CONSTRAINT test_day_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.test_import
    ADD CONSTRAINT test_import_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.test_import
    ADD CONSTRAINT test_import_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.test_import_undo
    ADD CONSTRAINT test_import_undo_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.test_import_undo
    ADD CONSTRAINT test_import_undo_import_id_key UNIQUE (import_id);
ALTER TABLE ONLY public.test_import_undo
    ADD CONSTRAINT test_import_undo_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.test_session
    ADD CONSTRAINT test_session_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.test_session
    ADD CONSTRAINT test_session_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.training_week
    ADD CONSTRAINT training_week_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.training_week
    ADD CONSTRAINT training_week_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.trial
    ADD CONSTRAINT trial_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.trial
    ADD CONSTRAINT trial_hall_id_session_id_id_key UNIQUE (hall_id, session_id, id);
ALTER TABLE ONLY public.trial_mark
    ADD CONSTRAINT trial_mark_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.trial_mark
    ADD CONSTRAINT trial_mark_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.trial
    ADD CONSTRAINT trial_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.trial
    ADD CONSTRAINT trial_supersedes_id_key UNIQUE (supersedes_id);
ALTER TABLE ONLY public.trial_trace
    ADD CONSTRAINT trial_trace_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.trial_trace
    ADD CONSTRAINT trial_trace_hall_id_trial_id_key UNIQUE (hall_id, trial_id);
ALTER TABLE ONLY public.trial_trace
    ADD CONSTRAINT trial_trace_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.week_frame
    ADD CONSTRAINT week_frame_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.week_frame
    ADD CONSTRAINT week_frame_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.wrap_gap
    ADD CONSTRAINT wrap_gap_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.wrap_gap
    ADD CONSTRAINT wrap_gap_pkey PRIMARY KEY (id);
CREATE INDEX alarm_of ON public.alarm USING btree (hall_id, athlete_id, seq);
CREATE INDEX athlete_link_of ON public.athlete_link USING btree (hall_id, athlete_id);
CREATE INDEX conclusion_of_athlete ON public.conclusion USING btree (hall_id, athlete_id, seq);
CREATE INDEX day_flag_of ON public.day_flag USING btree (hall_id, athlete_id, held_on);
CREATE INDEX demand_version_of_athlete ON public.demand_version USING btree (hall_id, athlete_id, seq);
CREATE INDEX experience_entry_of ON public.experience_entry USING btree (hall_id, athlete_id, seq);
CREATE INDEX gap_choice_of_athlete ON public.gap_choice USING btree (hall_id, athlete_id, seq);
CREATE INDEX gate_reason_of ON public.gate_reason USING btree (hall_id, athlete_id, given_on);
CREATE INDEX goal_of_athlete ON public.goal USING btree (hall_id, athlete_id, seq);
CREATE UNIQUE INDEX hall_sport_name ON public.hall_sport USING btree (hall_id, lower(name));
CREATE INDEX health_answer_of ON public.health_answer USING btree (hall_id, athlete_id, seq);
CREATE UNIQUE INDEX implement_unit_label ON public.implement_unit USING btree (hall_id, lower(label));
CREATE INDEX import_mapping_of ON public.import_mapping USING btree (hall_id, header_key, seq);
CREATE UNIQUE INDEX injury_superseded_once ON public.injury USING btree (supersedes_id) WHERE (supersedes_id IS NOT NULL);
CREATE UNIQUE INDEX place_name ON public.place USING btree (hall_id, lower(name));
CREATE INDEX plan_version_of_week ON public.plan_version USING btree (hall_id, athlete_id, week_start, seq);
CREATE INDEX session_expire ON public.session USING btree (expire);
CREATE INDEX set_log_of_day ON public.set_log USING btree (hall_id, athlete_id, done_on);
CREATE INDEX test_attachment_of_session ON public.test_attachment USING btree (hall_id, session_id);
CREATE INDEX test_day_event_of ON public.test_day_event USING btree (hall_id, day_id);
CREATE UNIQUE INDEX test_day_starts_once ON public.test_day_event USING btree (hall_id, day_id) WHERE (kind = 'start'::text);
CREATE INDEX test_session_of_athlete ON public.test_session USING btree (hall_id, athlete_id, performed_on);
CREATE INDEX trial_mark_of_trial ON public.trial_mark USING btree (trial_id, seq);
CREATE UNIQUE INDEX trial_once ON public.trial USING btree (session_id, hand, ordinal) WHERE (supersedes_id IS NULL);
CREATE INDEX trial_trace_of_session ON public.trial_trace USING btree (hall_id, session_id);
CREATE TRIGGER athlete_history AFTER UPDATE ON public.athlete FOR EACH ROW EXECUTE FUNCTION public.keep_athlete_history();
CREATE TRIGGER trial_supersedes BEFORE INSERT ON public.trial FOR EACH ROW EXECUTE FUNCTION public.superseding_mark();
ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.alarm_answer
    ADD CONSTRAINT alarm_answer_hall_id_alarm_id_fkey FOREIGN KEY (hall_id, alarm_id) REFERENCES public.alarm(hall_id, id);
ALTER TABLE ONLY public.alarm_answer
    ADD CONSTRAINT alarm_answer_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.athlete_change
    ADD CONSTRAINT athlete_change_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.athlete_change
    ADD CONSTRAINT athlete_change_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.athlete_event
    ADD CONSTRAINT athlete_event_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.athlete_event
    ADD CONSTRAINT athlete_event_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.athlete_event
    ADD CONSTRAINT athlete_event_hall_id_supersedes_id_fkey FOREIGN KEY (hall_id, supersedes_id) REFERENCES public.athlete_event(hall_id, id);
ALTER TABLE ONLY public.athlete
    ADD CONSTRAINT athlete_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.athlete_link
    ADD CONSTRAINT athlete_link_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.athlete_link
    ADD CONSTRAINT athlete_link_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.battery
    ADD CONSTRAINT battery_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.battery
    ADD CONSTRAINT battery_hall_id_supersedes_id_fkey FOREIGN KEY (hall_id, supersedes_id) REFERENCES public.battery(hall_id, id);
ALTER TABLE ONLY public.body_measurement
    ADD CONSTRAINT body_measurement_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.body_measurement
    ADD CONSTRAINT body_measurement_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.body_measurement
    ADD CONSTRAINT body_measurement_hall_id_supersedes_id_fkey FOREIGN KEY (hall_id, supersedes_id) REFERENCES public.body_measurement(hall_id, id);
ALTER TABLE ONLY public.clearance
    ADD CONSTRAINT clearance_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.clearance
    ADD CONSTRAINT clearance_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.clearance
    ADD CONSTRAINT clearance_hall_id_injury_id_fkey FOREIGN KEY (hall_id, injury_id) REFERENCES public.injury(hall_id, id);
ALTER TABLE ONLY public.clearance
    ADD CONSTRAINT clearance_hall_id_observation_id_fkey FOREIGN KEY (hall_id, observation_id) REFERENCES public.observation(hall_id, id);
ALTER TABLE ONLY public.conclusion
    ADD CONSTRAINT conclusion_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.conclusion
    ADD CONSTRAINT conclusion_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.day_flag
    ADD CONSTRAINT day_flag_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.day_flag
    ADD CONSTRAINT day_flag_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.demand_version
    ADD CONSTRAINT demand_version_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.demand_version
    ADD CONSTRAINT demand_version_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.experience_entry
    ADD CONSTRAINT experience_entry_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.experience_entry
    ADD CONSTRAINT experience_entry_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.gap_choice
    ADD CONSTRAINT gap_choice_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.gap_choice
    ADD CONSTRAINT gap_choice_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.gate_reason
    ADD CONSTRAINT gate_reason_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.gate_reason
    ADD CONSTRAINT gate_reason_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.goal
    ADD CONSTRAINT goal_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.goal
    ADD CONSTRAINT goal_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.hall_sport
    ADD CONSTRAINT hall_sport_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.health_answer
    ADD CONSTRAINT health_answer_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.health_answer
    ADD CONSTRAINT health_answer_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.implement_check
    ADD CONSTRAINT implement_check_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.implement_check
    ADD CONSTRAINT implement_check_hall_id_unit_id_fkey FOREIGN KEY (hall_id, unit_id) REFERENCES public.implement_unit(hall_id, id);
ALTER TABLE ONLY public.implement_measurement
    ADD CONSTRAINT implement_measurement_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.implement_measurement
    ADD CONSTRAINT implement_measurement_hall_id_unit_id_fkey FOREIGN KEY (hall_id, unit_id) REFERENCES public.implement_unit(hall_id, id);
ALTER TABLE ONLY public.implement_measurement
    ADD CONSTRAINT implement_measurement_hall_id_unit_id_series_id_fkey FOREIGN KEY (hall_id, unit_id, series_id) REFERENCES public.implement_measurement(hall_id, unit_id, id);
ALTER TABLE ONLY public.implement_unit
    ADD CONSTRAINT implement_unit_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.implement_unit
    ADD CONSTRAINT implement_unit_hall_id_place_id_fkey FOREIGN KEY (hall_id, place_id) REFERENCES public.place(hall_id, id);
ALTER TABLE ONLY public.import_mapping
    ADD CONSTRAINT import_mapping_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.injury
    ADD CONSTRAINT injury_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.injury
    ADD CONSTRAINT injury_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.injury
    ADD CONSTRAINT injury_hall_id_supersedes_id_fkey FOREIGN KEY (hall_id, supersedes_id) REFERENCES public.injury(hall_id, id);
ALTER TABLE ONLY public.kit_price
    ADD CONSTRAINT kit_price_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.observation
    ADD CONSTRAINT observation_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.observation
    ADD CONSTRAINT observation_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.observation
    ADD CONSTRAINT observation_hall_id_session_id_fkey FOREIGN KEY (hall_id, session_id) REFERENCES public.test_session(hall_id, id);
ALTER TABLE ONLY public.outcome
    ADD CONSTRAINT outcome_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.outcome
    ADD CONSTRAINT outcome_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.outcome
    ADD CONSTRAINT outcome_hall_id_supersedes_id_fkey FOREIGN KEY (hall_id, supersedes_id) REFERENCES public.outcome(hall_id, id);
ALTER TABLE ONLY public.place
    ADD CONSTRAINT place_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.place
    ADD CONSTRAINT place_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.plan_template
    ADD CONSTRAINT plan_template_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.plan_template
    ADD CONSTRAINT plan_template_hall_id_removes_fkey FOREIGN KEY (hall_id, removes) REFERENCES public.plan_template(hall_id, id);
ALTER TABLE ONLY public.plan_version
    ADD CONSTRAINT plan_version_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.plan_version
    ADD CONSTRAINT plan_version_hall_id_based_on_fkey FOREIGN KEY (hall_id, based_on) REFERENCES public.plan_version(hall_id, id);
ALTER TABLE ONLY public.plan_version
    ADD CONSTRAINT plan_version_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.set_log
    ADD CONSTRAINT set_log_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.set_log
    ADD CONSTRAINT set_log_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.set_log
    ADD CONSTRAINT set_log_hall_id_plan_version_id_fkey FOREIGN KEY (hall_id, plan_version_id) REFERENCES public.plan_version(hall_id, id);
ALTER TABLE ONLY public.set_log
    ADD CONSTRAINT set_log_hall_id_supersedes_id_fkey FOREIGN KEY (hall_id, supersedes_id) REFERENCES public.set_log(hall_id, id);
ALTER TABLE ONLY public.standard
    ADD CONSTRAINT standard_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.test_attachment
    ADD CONSTRAINT test_attachment_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.test_attachment
    ADD CONSTRAINT test_attachment_hall_id_session_id_fkey FOREIGN KEY (hall_id, session_id) REFERENCES public.test_session(hall_id, id);
ALTER TABLE ONLY public.test_day_event
    ADD CONSTRAINT test_day_event_hall_id_day_id_fkey FOREIGN KEY (hall_id, day_id) REFERENCES public.test_day(hall_id, id);
ALTER TABLE ONLY public.test_day_event
    ADD CONSTRAINT test_day_event_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.test_day
    ADD CONSTRAINT test_day_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.test_import
    ADD CONSTRAINT test_import_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.test_import_undo
    ADD CONSTRAINT test_import_undo_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.test_import_undo
    ADD CONSTRAINT test_import_undo_hall_id_import_id_fkey FOREIGN KEY (hall_id, import_id) REFERENCES public.test_import(hall_id, id);
ALTER TABLE ONLY public.test_session
    ADD CONSTRAINT test_session_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.test_session
    ADD CONSTRAINT test_session_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.test_session
    ADD CONSTRAINT test_session_hall_id_import_id_fkey FOREIGN KEY (hall_id, import_id) REFERENCES public.test_import(hall_id, id);
ALTER TABLE ONLY public.test_session
    ADD CONSTRAINT test_session_hall_id_unit_id_measurement_id_fkey FOREIGN KEY (hall_id, unit_id, measurement_id) REFERENCES public.implement_measurement(hall_id, unit_id, id);
ALTER TABLE ONLY public.training_week
    ADD CONSTRAINT training_week_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.training_week
    ADD CONSTRAINT training_week_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.trial
    ADD CONSTRAINT trial_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.trial
    ADD CONSTRAINT trial_hall_id_session_id_fkey FOREIGN KEY (hall_id, session_id) REFERENCES public.test_session(hall_id, id);
ALTER TABLE ONLY public.trial
    ADD CONSTRAINT trial_hall_id_session_id_supersedes_id_fkey FOREIGN KEY (hall_id, session_id, supersedes_id) REFERENCES public.trial(hall_id, session_id, id);
ALTER TABLE ONLY public.trial_mark
    ADD CONSTRAINT trial_mark_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.trial_mark
    ADD CONSTRAINT trial_mark_hall_id_trial_id_fkey FOREIGN KEY (hall_id, trial_id) REFERENCES public.trial(hall_id, id);
ALTER TABLE ONLY public.trial_trace
    ADD CONSTRAINT trial_trace_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.trial_trace
    ADD CONSTRAINT trial_trace_hall_id_session_id_fkey FOREIGN KEY (hall_id, session_id) REFERENCES public.test_session(hall_id, id);
ALTER TABLE ONLY public.trial_trace
    ADD CONSTRAINT trial_trace_hall_id_trial_id_fkey FOREIGN KEY (hall_id, trial_id) REFERENCES public.trial(hall_id, id);
ALTER TABLE ONLY public.week_frame
    ADD CONSTRAINT week_frame_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.week_frame
    ADD CONSTRAINT week_frame_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.wrap_gap
    ADD CONSTRAINT wrap_gap_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.wrap_gap
    ADD CONSTRAINT wrap_gap_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.wrap_gap
    ADD CONSTRAINT wrap_gap_hall_id_unit_id_fkey FOREIGN KEY (hall_id, unit_id) REFERENCES public.implement_unit(hall_id, id);
ALTER TABLE ONLY public.wrap_gap
    ADD CONSTRAINT wrap_gap_hall_id_unit_id_measurement_id_fkey FOREIGN KEY (hall_id, unit_id, measurement_id) REFERENCES public.implement_measurement(hall_id, unit_id, id);
ALTER TABLE public.account ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.alarm ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.alarm_answer ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.athlete ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.athlete_change ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.athlete_event ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.athlete_link ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.battery ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.body_measurement ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.clearance ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.conclusion ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.day_flag ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.demand_version ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.experience_entry ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.gap_choice ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.gate_reason ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.goal ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.hall ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.hall_sport ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.health_answer ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.implement_check ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.implement_measurement ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.implement_unit ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.import_mapping ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.injury ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.kit_price ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.observation ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.outcome ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_hall ON public.account USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.alarm USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.alarm_answer USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.athlete USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.athlete_change USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.athlete_event USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.athlete_link USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.battery USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.body_measurement USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.clearance USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.conclusion USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.day_flag USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.demand_version USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.experience_entry USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.gap_choice USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.gate_reason USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.goal USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.hall USING ((id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.hall_sport USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.health_answer USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.implement_check USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.implement_measurement USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.implement_unit USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.import_mapping USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.injury USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.kit_price USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.observation USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.outcome USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.place USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.plan_template USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.plan_version USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.set_log USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.standard USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.test_attachment USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.test_day USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.test_day_event USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.test_import USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.test_import_undo USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.test_session USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.training_week USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.trial USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.trial_mark USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.trial_trace USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.week_frame USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
CREATE POLICY own_hall ON public.wrap_gap USING ((hall_id = ( SELECT (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid AS "nullif")));
ALTER TABLE public.place ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.plan_template ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.plan_version ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.set_log ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.standard ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.test_attachment ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.test_day ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.test_day_event ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.test_import ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.test_import_undo ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.test_session ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.training_week ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.trial ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.trial_mark ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.trial_trace ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.week_frame ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.wrap_gap ENABLE ROW LEVEL SECURITY;
REVOKE USAGE ON SCHEMA public FROM PUBLIC;
GRANT USAGE ON SCHEMA public TO mano_app;
REVOKE ALL ON FUNCTION public.account_for_login(asked text) FROM PUBLIC;
GRANT ALL ON FUNCTION public.account_for_login(asked text) TO mano_app;
REVOKE ALL ON FUNCTION public.hall_of_link(hash text) FROM PUBLIC;
GRANT ALL ON FUNCTION public.hall_of_link(hash text) TO mano_app;
REVOKE ALL ON FUNCTION public.installation_is_empty() FROM PUBLIC;
GRANT ALL ON FUNCTION public.installation_is_empty() TO mano_app;
GRANT SELECT,INSERT,UPDATE ON TABLE public.account TO mano_app;
GRANT SELECT,INSERT ON TABLE public.alarm TO mano_app;
GRANT SELECT,INSERT ON TABLE public.alarm_answer TO mano_app;
GRANT SELECT,INSERT,UPDATE ON TABLE public.athlete TO mano_app;
GRANT SELECT,INSERT ON TABLE public.athlete_change TO mano_app;
GRANT SELECT,INSERT ON TABLE public.athlete_event TO mano_app;
GRANT SELECT,INSERT ON TABLE public.athlete_link TO mano_app;
GRANT UPDATE(revoked_at) ON TABLE public.athlete_link TO mano_app;
GRANT SELECT,INSERT ON TABLE public.battery TO mano_app;
GRANT SELECT,INSERT ON TABLE public.body_measurement TO mano_app;
GRANT SELECT,INSERT ON TABLE public.clearance TO mano_app;
GRANT SELECT,INSERT ON TABLE public.conclusion TO mano_app;
GRANT SELECT ON TABLE public.current_athlete_event TO mano_app;
GRANT SELECT ON TABLE public.current_battery TO mano_app;
GRANT SELECT ON TABLE public.current_body_measurement TO mano_app;
GRANT SELECT,INSERT ON TABLE public.injury TO mano_app;
GRANT SELECT ON TABLE public.current_injury TO mano_app;
GRANT SELECT,INSERT ON TABLE public.outcome TO mano_app;
GRANT SELECT ON TABLE public.current_outcome TO mano_app;
GRANT SELECT,INSERT ON TABLE public.plan_template TO mano_app;
GRANT SELECT ON TABLE public.current_plan_template TO mano_app;
GRANT SELECT,INSERT ON TABLE public.set_log TO mano_app;
GRANT SELECT ON TABLE public.current_set_log TO mano_app;
GRANT SELECT,INSERT ON TABLE public.test_import_undo TO mano_app;
GRANT SELECT,INSERT ON TABLE public.test_session TO mano_app;
GRANT SELECT ON TABLE public.current_test_session TO mano_app;
GRANT SELECT,INSERT ON TABLE public.trial TO mano_app;
GRANT SELECT,INSERT ON TABLE public.trial_mark TO mano_app;
GRANT SELECT ON TABLE public.current_trial TO mano_app;
GRANT SELECT,INSERT ON TABLE public.day_flag TO mano_app;
GRANT SELECT,INSERT ON TABLE public.demand_version TO mano_app;
GRANT SELECT,INSERT ON TABLE public.experience_entry TO mano_app;
GRANT SELECT,INSERT ON TABLE public.gap_choice TO mano_app;
GRANT SELECT,INSERT ON TABLE public.gate_reason TO mano_app;
GRANT SELECT,INSERT ON TABLE public.goal TO mano_app;
GRANT SELECT,INSERT,UPDATE ON TABLE public.hall TO mano_app;
GRANT SELECT,INSERT ON TABLE public.hall_sport TO mano_app;
GRANT SELECT,INSERT ON TABLE public.health_answer TO mano_app;
GRANT SELECT,INSERT ON TABLE public.implement_check TO mano_app;
GRANT SELECT,INSERT ON TABLE public.implement_measurement TO mano_app;
GRANT SELECT,INSERT,UPDATE ON TABLE public.implement_unit TO mano_app;
GRANT SELECT,INSERT ON TABLE public.import_mapping TO mano_app;
GRANT SELECT,INSERT ON TABLE public.kit_price TO mano_app;
GRANT SELECT,INSERT ON TABLE public.observation TO mano_app;
GRANT SELECT,INSERT ON TABLE public.place TO mano_app;
GRANT SELECT,INSERT ON TABLE public.plan_version TO mano_app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.session TO mano_app;
GRANT SELECT,INSERT ON TABLE public.standard TO mano_app;
GRANT SELECT,INSERT,DELETE ON TABLE public.test_attachment TO mano_app;
GRANT SELECT,INSERT ON TABLE public.test_day TO mano_app;
GRANT SELECT,INSERT ON TABLE public.test_day_event TO mano_app;
GRANT SELECT,INSERT ON TABLE public.test_import TO mano_app;
GRANT SELECT,INSERT ON TABLE public.training_week TO mano_app;
GRANT SELECT,INSERT ON TABLE public.trial_trace TO mano_app;
GRANT SELECT,INSERT ON TABLE public.week_frame TO mano_app;
GRANT SELECT,INSERT ON TABLE public.wrap_gap TO mano_app;
