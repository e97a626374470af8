SET check_function_bodies = false;
CREATE FUNCTION public.account_for_login(asked text) RETURNS TABLE(id uuid, hall_id uuid, password_hash text)
    LANGUAGE sql STABLE SECURITY DEFINER
    SET search_path TO 'public'
    AS $$SELECT a.id, a.hall_id, a.password_hash FROM account a WHERE a.login = lower(trim(asked))$$;
CREATE FUNCTION public.installation_is_empty() RETURNS boolean
    LANGUAGE sql STABLE SECURITY DEFINER
    SET search_path TO 'public'
    AS $$SELECT NOT EXISTS (SELECT 1 FROM hall)$$;
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
    guardian_consent boolean DEFAULT false NOT NULL,
    note text DEFAULT ''::text NOT NULL,
    updated_at timestamp with time zone NOT NULL,
    CONSTRAINT athlete_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT athlete_dominant_hand_check CHECK ((dominant_hand = ANY (ARRAY['left'::text, 'right'::text]))),
    CONSTRAINT athlete_level_check CHECK ((level = ANY (ARRAY['novice'::text, 'trained'::text, 'advanced'::text, 'elite'::text]))),
    CONSTRAINT athlete_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 80))),
    CONSTRAINT athlete_sex_for_norms_check CHECK ((sex_for_norms = ANY (ARRAY['female'::text, 'male'::text])))
);
CREATE TABLE public.athlete_sport (
    id uuid NOT NULL,
    hall_id uuid NOT NULL,
    actor_kind text NOT NULL,
    actor_id uuid,
    recorded_at timestamp with time zone NOT NULL,
    athlete_id uuid NOT NULL,
    sport_id text NOT NULL,
    sport_version integer NOT NULL,
    since date NOT NULL,
    CONSTRAINT athlete_sport_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text])))
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
    CONSTRAINT body_measurement_measure_check CHECK ((measure = ANY (ARRAY['hand_length'::text, 'hand_span'::text, 'body_mass'::text]))),
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
    CONSTRAINT clearance_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT clearance_check CHECK (((observation_id IS NULL) <> (injury_id IS NULL))),
    CONSTRAINT clearance_cleared_by_check CHECK ((length(TRIM(BOTH FROM cleared_by)) > 0))
);
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
    CONSTRAINT set_log_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT set_log_effort_check CHECK (((effort >= 1) AND (effort <= 10))),
    CONSTRAINT set_log_ended_check CHECK ((ended = ANY (ARRAY['done'::text, 'slipped'::text, 'stopped'::text, 'pain'::text]))),
    CONSTRAINT set_log_hand_check CHECK ((hand = ANY (ARRAY['left'::text, 'right'::text, 'both'::text]))),
    CONSTRAINT set_log_load_kg_check CHECK (((load_kg >= (0)::double precision) AND (load_kg <= (500)::double precision))),
    CONSTRAINT set_log_pain_check CHECK (((pain >= 0) AND (pain <= 10))),
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
    l.supersedes_id
   FROM public.set_log l
  WHERE (NOT (EXISTS ( SELECT 1
           FROM public.set_log n
          WHERE (n.supersedes_id = l.id))));
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
    CONSTRAINT trial_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT trial_check CHECK (((supersedes_id IS NULL) OR (length(TRIM(BOTH FROM reason)) > 0))),
    CONSTRAINT trial_entered_value_check CHECK ((entered_value >= (0)::double precision)),
    CONSTRAINT trial_hand_check CHECK ((hand = ANY (ARRAY['left'::text, 'right'::text, 'both'::text]))),
    CONSTRAINT trial_ordinal_check CHECK (((ordinal >= 1) AND (ordinal <= 50))),
    CONSTRAINT trial_pain_check CHECK (((pain >= 0) AND (pain <= 10))),
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
    COALESCE(m.struck, false) AS struck,
        CASE
            WHEN m.struck THEN m.reason
            ELSE ''::text
        END AS strike_reason
   FROM ((public.trial t
     JOIN public.current_test_session s ON ((s.id = t.session_id)))
     LEFT JOIN LATERAL ( SELECT m_1.struck,
            m_1.reason
           FROM public.trial_mark m_1
          WHERE (m_1.trial_id = t.id)
          ORDER BY m_1.seq DESC
         LIMIT 1) m ON (true))
  WHERE (NOT (EXISTS ( SELECT 1
           FROM public.trial n
          WHERE (n.supersedes_id = t.id))));
CREATE TABLE public.hall (
    id uuid NOT NULL,
    name text NOT NULL,
    time_zone text NOT NULL,
    created_at timestamp with time zone NOT NULL,
    CONSTRAINT hall_name_check CHECK (((length(TRIM(BOTH FROM name)) >= 1) AND (length(TRIM(BOTH FROM name)) <= 80)))
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
    CONSTRAINT implement_measurement_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT implement_measurement_check CHECK (((size_mm IS NULL) = (entered_value IS NULL))),
    CONSTRAINT implement_measurement_entered_value_check CHECK ((entered_value > (0)::double precision)),
    CONSTRAINT implement_measurement_size_mm_check CHECK ((size_mm > (0)::double precision))
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
    CONSTRAINT implement_unit_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT implement_unit_label_check CHECK (((length(TRIM(BOTH FROM label)) >= 1) AND (length(TRIM(BOTH FROM label)) <= 60)))
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
    CONSTRAINT observation_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT observation_check CHECK (((pain IS NOT NULL) OR (symptom IS NOT NULL))),
    CONSTRAINT observation_hand_check CHECK ((hand = ANY (ARRAY['left'::text, 'right'::text, 'both'::text]))),
    CONSTRAINT observation_pain_check CHECK (((pain >= 0) AND (pain <= 10)))
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
    CONSTRAINT plan_version_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT plan_version_frame_check CHECK ((jsonb_array_length(frame) = 7)),
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
    CONSTRAINT standard_actor_kind_check CHECK ((actor_kind = ANY (ARRAY['coach'::text, 'assistant'::text, 'athlete'::text, 'device'::text, 'demo'::text]))),
    CONSTRAINT standard_entered_value_check CHECK ((entered_value > (0)::double precision)),
    CONSTRAINT standard_level_check CHECK ((level = ANY (ARRAY['novice'::text, 'trained'::text, 'advanced'::text, 'elite'::text]))),
    CONSTRAINT standard_value_check CHECK ((value > (0)::double precision))
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
ALTER TABLE public.trial_mark ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.trial_mark_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
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
ALTER TABLE ONLY public.migrations ALTER COLUMN id SET DEFAULT nextval('public.migrations_id_seq'::regclass);
INSERT INTO public.account VALUES ('01a222f5-40b6-76ce-9327-4add124d6718', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', 'ruth', 'ruth', 'coach', '$argon2id$v=19$m=19456,t=2,p=1$MmuW/9BzCrNWAjiMX7bfUg$CU24fk5hVjN+shA4J+WzodZCa7A2XINaOCHcsRSR4Gc');
INSERT INTO public.athlete VALUES ('01a222f5-4a36-73fa-9c7b-a7e7b524e9d1', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', 'Rui Castellane', '2000-05-01', 'male', 'right', 'trained', false, '', '2026-11-25 10:00:00+00');
INSERT INTO public.athlete VALUES ('01a222f5-5100-74b6-80fe-acc4632e713b', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', 'Ann Tolley', '2000-05-01', 'male', 'right', 'trained', false, '', '2026-11-25 10:00:00+00');
INSERT INTO public.athlete_sport VALUES ('01a222f5-4a36-73fa-9c7b-a98a65d7e212', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4a36-73fa-9c7b-a7e7b524e9d1', 'boxer', 1, '2026-11-25');
INSERT INTO public.athlete_sport VALUES ('01a222f5-5100-74b6-80fe-b1e28120860c', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-5100-74b6-80fe-acc4632e713b', 'boxer', 1, '2026-11-25');
INSERT INTO public.body_measurement VALUES ('01a222f5-52b7-735a-85a5-d69f7ac3a4a5', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4a36-73fa-9c7b-a7e7b524e9d1', 'body_mass', 'both', 70, 70, 'kg', '2026-11-20', NULL);
INSERT INTO public.hall VALUES ('01a222f5-40b6-76ce-9327-444fff2495e2', 'Hall of ruth', 'Europe/London', '2026-11-25 10:00:00+00');
INSERT INTO public.implement_measurement VALUES ('01a222f5-427c-771b-934e-9221693df7c1', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4270-736a-b23a-c42aeda866a5', NULL, NULL, NULL, '2026-11-25');
INSERT INTO public.implement_measurement VALUES ('01a222f5-4365-76e2-b828-36296c9e1698', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-431a-75d7-a401-349ad379e733', NULL, NULL, NULL, '2026-11-25');
INSERT INTO public.implement_unit VALUES ('01a222f5-4270-736a-b23a-c42aeda866a5', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', 'dyno', 'Dynamometer 1', false);
INSERT INTO public.implement_unit VALUES ('01a222f5-431a-75d7-a401-349ad379e733', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', 'bar', 'Bar 1', false);
INSERT INTO public.injury VALUES ('01a222f5-52e2-72ad-a090-520dc31fc466', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4a36-73fa-9c7b-a7e7b524e9d1', 'thumb', 'left', 'settling', '2026-11-01', '', '', NULL);
INSERT INTO public.migrations VALUES (1, 1764000000001, 'Ground1764000000001');
INSERT INTO public.migrations VALUES (2, 1764100000002, 'Plan1764100000002');
INSERT INTO public.plan_version OVERRIDING SYSTEM VALUE VALUES ('01a222f5-532c-7333-add3-1c17aaf6511b', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-5100-74b6-80fe-acc4632e713b', '2026-11-23', '[{"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}, {"place": "hall", "minutes": 60, "heavyPull": "none", "sportLoad": 1, "competition": false}]', '[{"id": "01a222f5-532c-7333-add3-2209d71bf0ae", "day": 2, "dose": 15, "sets": 2, "hands": ["left", "right"], "reason": "", "exerciseId": "wrist_curl"}]', 'Agreed', 1);
INSERT INTO public.set_log VALUES ('01a222f5-538a-7199-a31f-f480723c1bd6', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-5100-74b6-80fe-acc4632e713b', '01a222f5-532c-7333-add3-1c17aaf6511b', '01a222f5-532c-7333-add3-2209d71bf0ae', 'wrist_curl', '2026-11-25', 'left', 1, 10, 10, 'kg', NULL, 12, 'done', 6, 0, NULL, NULL);
INSERT INTO public.test_session VALUES ('01a222f5-4c77-700b-82a1-94e1aaf6c484', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4a36-73fa-9c7b-a7e7b524e9d1', 'dyno_seated', 1, '{"unit": "N", "restS": 60, "trials": 3, "trialsUpTo": 6, "askOverCvPct": 10, "familiarSessions": 0}', '01a222f5-4270-736a-b23a-c42aeda866a5', '01a222f5-427c-771b-934e-9221693df7c1', '{"position": "2"}', '2026-11-25 10:00:00+00', '2026-11-25', NULL, '{"warm": true, "well": true, "rested": true, "familiar": false, "skinGood": true}', '', false, '', NULL);
INSERT INTO public.test_session VALUES ('01a222f5-512a-70d9-a7d7-09160e08d8a6', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-5100-74b6-80fe-acc4632e713b', 'dyno_seated', 1, '{"unit": "N", "restS": 60, "trials": 3, "trialsUpTo": 6, "askOverCvPct": 10, "familiarSessions": 0}', '01a222f5-4270-736a-b23a-c42aeda866a5', '01a222f5-427c-771b-934e-9221693df7c1', '{"position": "2"}', '2026-11-25 10:00:00+00', '2026-11-25', NULL, '{"warm": true, "well": true, "rested": true, "familiar": false, "skinGood": true}', '', false, '', NULL);
INSERT INTO public.trial VALUES ('01a222f5-4e56-7508-a401-26cd39c0e8ca', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4c77-700b-82a1-94e1aaf6c484', 'left', 1, 392.26599999999996, 40, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-4f8e-7758-ac55-17172e042b1c', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4c77-700b-82a1-94e1aaf6c484', 'right', 1, 470.7192, 48, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-4fd5-736a-8036-96fdfad0a532', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4c77-700b-82a1-94e1aaf6c484', 'left', 2, 397.16932499999996, 40.5, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-5014-737c-b2e6-3a92972e0caa', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4c77-700b-82a1-94e1aaf6c484', 'right', 2, 475.622525, 48.5, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-507e-702b-914c-61d0ecfd91f9', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4c77-700b-82a1-94e1aaf6c484', 'left', 3, 402.07264999999995, 41, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-50c3-728a-ba0f-4d1fc07350da', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-4c77-700b-82a1-94e1aaf6c484', 'right', 3, 480.52585, 49, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-5177-76c8-8740-76447cbbe652', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-512a-70d9-a7d7-09160e08d8a6', 'left', 1, 294.1995, 30, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-51b9-7517-942d-f44d2ff85bb0', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-512a-70d9-a7d7-09160e08d8a6', 'right', 1, 323.61945, 33, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-51e3-7479-af2d-5d1ba9016a1e', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-512a-70d9-a7d7-09160e08d8a6', 'left', 2, 299.102825, 30.5, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-5221-71c7-8190-0e6126800a82', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-512a-70d9-a7d7-09160e08d8a6', 'right', 2, 328.52277499999997, 33.5, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-5276-75bb-92ed-ba83fdb96bee', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-512a-70d9-a7d7-09160e08d8a6', 'left', 3, 304.00615, 31, 'kg', NULL, NULL, NULL, '');
INSERT INTO public.trial VALUES ('01a222f5-5294-712e-b1a0-266947f05828', '01a222f5-40b6-76ce-9327-444fff2495e2', 'coach', '01a222f5-40b6-76ce-9327-4add124d6718', '2026-11-25 10:00:00+00', '01a222f5-512a-70d9-a7d7-09160e08d8a6', 'right', 3, 333.42609999999996, 34, 'kg', NULL, NULL, NULL, '');
SELECT pg_catalog.setval('public.migrations_id_seq', 2, true);
SELECT pg_catalog.setval('public.plan_version_seq_seq', 1, true);
SELECT pg_catalog.setval('public.trial_mark_seq_seq', 1, false);
ALTER TABLE ONLY public.migrations
    ADD CONSTRAINT "PK_8c82d7f526340ab734260ea46be" PRIMARY KEY (id);
ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_login_key UNIQUE (login);
ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.athlete
    ADD CONSTRAINT athlete_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.athlete
    ADD CONSTRAINT athlete_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.athlete_sport
    ADD CONSTRAINT athlete_sport_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.athlete_sport
    ADD CONSTRAINT athlete_sport_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.body_measurement
    ADD CONSTRAINT body_measurement_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.body_measurement
    ADD CONSTRAINT body_measurement_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.clearance
    ADD CONSTRAINT clearance_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.clearance
    ADD CONSTRAINT clearance_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.hall
    ADD CONSTRAINT hall_pkey PRIMARY KEY (id);
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
ALTER TABLE ONLY public.injury
    ADD CONSTRAINT injury_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.injury
    ADD CONSTRAINT injury_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.observation
    ADD CONSTRAINT observation_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.observation
    ADD CONSTRAINT observation_pkey PRIMARY KEY (id);
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
ALTER TABLE ONLY public.week_frame
    ADD CONSTRAINT week_frame_hall_id_id_key UNIQUE (hall_id, id);
ALTER TABLE ONLY public.week_frame
    ADD CONSTRAINT week_frame_pkey PRIMARY KEY (id);
CREATE UNIQUE INDEX implement_unit_label ON public.implement_unit USING btree (hall_id, lower(label));
CREATE UNIQUE INDEX injury_superseded_once ON public.injury USING btree (supersedes_id) WHERE (supersedes_id IS NOT NULL);
CREATE INDEX plan_version_of_week ON public.plan_version USING btree (hall_id, athlete_id, week_start, seq);
CREATE INDEX session_expire ON public.session USING btree (expire);
CREATE INDEX set_log_of_day ON public.set_log USING btree (hall_id, athlete_id, done_on);
CREATE INDEX test_session_of_athlete ON public.test_session USING btree (hall_id, athlete_id, performed_on);
CREATE INDEX trial_mark_of_trial ON public.trial_mark USING btree (trial_id, seq);
CREATE UNIQUE INDEX trial_once ON public.trial USING btree (session_id, hand, ordinal) WHERE (supersedes_id IS NULL);
CREATE TRIGGER trial_supersedes BEFORE INSERT ON public.trial FOR EACH ROW EXECUTE FUNCTION public.superseding_mark();
ALTER TABLE ONLY public.account
    ADD CONSTRAINT account_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.athlete
    ADD CONSTRAINT athlete_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.athlete_sport
    ADD CONSTRAINT athlete_sport_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.athlete_sport
    ADD CONSTRAINT athlete_sport_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
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
ALTER TABLE ONLY public.implement_measurement
    ADD CONSTRAINT implement_measurement_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.implement_measurement
    ADD CONSTRAINT implement_measurement_hall_id_unit_id_fkey FOREIGN KEY (hall_id, unit_id) REFERENCES public.implement_unit(hall_id, id);
ALTER TABLE ONLY public.implement_unit
    ADD CONSTRAINT implement_unit_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.injury
    ADD CONSTRAINT injury_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.injury
    ADD CONSTRAINT injury_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.injury
    ADD CONSTRAINT injury_hall_id_supersedes_id_fkey FOREIGN KEY (hall_id, supersedes_id) REFERENCES public.injury(hall_id, id);
ALTER TABLE ONLY public.observation
    ADD CONSTRAINT observation_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.observation
    ADD CONSTRAINT observation_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE ONLY public.observation
    ADD CONSTRAINT observation_hall_id_session_id_fkey FOREIGN KEY (hall_id, session_id) REFERENCES public.test_session(hall_id, id);
ALTER TABLE ONLY public.plan_version
    ADD CONSTRAINT plan_version_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
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
ALTER TABLE ONLY public.week_frame
    ADD CONSTRAINT week_frame_hall_id_athlete_id_fkey FOREIGN KEY (hall_id, athlete_id) REFERENCES public.athlete(hall_id, id);
ALTER TABLE ONLY public.week_frame
    ADD CONSTRAINT week_frame_hall_id_fkey FOREIGN KEY (hall_id) REFERENCES public.hall(id);
ALTER TABLE public.account ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.athlete ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.athlete_sport ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.body_measurement ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.clearance ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.hall ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.implement_measurement ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.implement_unit ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.injury ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.observation ENABLE ROW LEVEL SECURITY;
CREATE POLICY own_hall ON public.account USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.athlete USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.athlete_sport USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.body_measurement USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.clearance USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.hall USING ((id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.implement_measurement USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.implement_unit USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.injury USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.observation USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.plan_version USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.set_log USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.standard USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.test_import USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.test_import_undo USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.test_session USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.trial USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.trial_mark USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
CREATE POLICY own_hall ON public.week_frame USING ((hall_id = (NULLIF(current_setting('mano.hall'::text, true), ''::text))::uuid));
ALTER TABLE public.plan_version ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.set_log ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.standard ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.test_import ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.test_import_undo ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.test_session ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.trial ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.trial_mark ENABLE ROW LEVEL SECURITY;
ALTER TABLE public.week_frame ENABLE ROW LEVEL SECURITY;
REVOKE USAGE ON SCHEMA public FROM PUBLIC;
GRANT USAGE ON SCHEMA public TO mano_app;
REVOKE ALL ON FUNCTION public.account_for_login(asked text) FROM PUBLIC;
GRANT ALL ON FUNCTION public.account_for_login(asked text) TO mano_app;
REVOKE ALL ON FUNCTION public.installation_is_empty() FROM PUBLIC;
GRANT ALL ON FUNCTION public.installation_is_empty() TO mano_app;
GRANT SELECT,INSERT,UPDATE ON TABLE public.account TO mano_app;
GRANT SELECT,INSERT,UPDATE ON TABLE public.athlete TO mano_app;
GRANT SELECT,INSERT ON TABLE public.athlete_sport TO mano_app;
GRANT SELECT,INSERT ON TABLE public.body_measurement TO mano_app;
GRANT SELECT,INSERT ON TABLE public.clearance TO mano_app;
GRANT SELECT ON TABLE public.current_body_measurement TO mano_app;
GRANT SELECT,INSERT ON TABLE public.injury TO mano_app;
GRANT SELECT ON TABLE public.current_injury TO mano_app;
GRANT SELECT,INSERT ON TABLE public.set_log TO mano_app;
GRANT SELECT ON TABLE public.current_set_log TO mano_app;
GRANT SELECT,INSERT ON TABLE public.test_import_undo TO mano_app;
GRANT SELECT,INSERT ON TABLE public.test_session TO mano_app;
GRANT SELECT ON TABLE public.current_test_session TO mano_app;
GRANT SELECT,INSERT ON TABLE public.trial TO mano_app;
GRANT SELECT,INSERT ON TABLE public.trial_mark TO mano_app;
GRANT SELECT ON TABLE public.current_trial TO mano_app;
GRANT SELECT,INSERT,UPDATE ON TABLE public.hall TO mano_app;
GRANT SELECT,INSERT ON TABLE public.implement_measurement TO mano_app;
GRANT SELECT,INSERT,UPDATE ON TABLE public.implement_unit TO mano_app;
GRANT SELECT,INSERT ON TABLE public.observation TO mano_app;
GRANT SELECT,INSERT ON TABLE public.plan_version TO mano_app;
GRANT SELECT,INSERT,DELETE,UPDATE ON TABLE public.session TO mano_app;
GRANT SELECT,INSERT ON TABLE public.standard TO mano_app;
GRANT SELECT,INSERT ON TABLE public.test_import TO mano_app;
GRANT SELECT,INSERT ON TABLE public.week_frame TO mano_app;
