-- A workshop as the schema of 014-accounts kept it; read by earlier.test.ts.
CREATE SCHEMA bemtor;
CREATE EXTENSION IF NOT EXISTS pg_trgm WITH SCHEMA bemtor;
COMMENT ON EXTENSION pg_trgm IS 'text similarity measurement and index searching based on trigrams';
CREATE FUNCTION bemtor.search_words(words text) RETURNS tsvector
    LANGUAGE sql IMMUTABLE PARALLEL SAFE
    AS $$ select to_tsvector('simple'::regconfig, regexp_replace(lower(words), '[^[:alnum:]]+', ' ', 'g')) $$;
CREATE TABLE bemtor.act_picture (
    model_code text NOT NULL,
    act text NOT NULL,
    picture uuid NOT NULL
);
CREATE TABLE bemtor.audit (
    seq bigint NOT NULL,
    at timestamp with time zone DEFAULT now() NOT NULL,
    kind text NOT NULL,
    person text,
    device text,
    about text DEFAULT ''::text NOT NULL
);
ALTER TABLE bemtor.audit ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME bemtor.audit_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE bemtor.device (
    id uuid NOT NULL,
    name text NOT NULL,
    token text NOT NULL,
    made_at timestamp with time zone DEFAULT now() NOT NULL,
    revoked_at timestamp with time zone
);
CREATE TABLE bemtor.entry (
    recording_id uuid NOT NULL,
    seq bigint NOT NULL,
    id uuid NOT NULL,
    kind text NOT NULL,
    body jsonb NOT NULL,
    at timestamp with time zone NOT NULL,
    by text,
    received_at timestamp with time zone DEFAULT now() NOT NULL,
    person_id uuid,
    device_id uuid
);
CREATE TABLE bemtor.event (
    job_id uuid NOT NULL,
    seq bigint NOT NULL,
    id uuid NOT NULL,
    kind text NOT NULL,
    body jsonb NOT NULL,
    at timestamp with time zone NOT NULL,
    by text,
    received_at timestamp with time zone DEFAULT now() NOT NULL,
    person_id uuid,
    device_id uuid
);
CREATE TABLE bemtor.fact (
    key text NOT NULL,
    value jsonb NOT NULL
);
CREATE TABLE bemtor.job (
    id uuid NOT NULL,
    unit_id uuid NOT NULL,
    model_code text NOT NULL,
    revision integer NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    demo boolean DEFAULT false NOT NULL
);
CREATE TABLE bemtor.migration (
    name text NOT NULL,
    applied_at timestamp with time zone DEFAULT now() NOT NULL
);
CREATE TABLE bemtor.model (
    code text NOT NULL,
    maker text NOT NULL,
    name text NOT NULL,
    form text NOT NULL,
    outline_mm jsonb,
    options jsonb DEFAULT '[]'::jsonb NOT NULL,
    retired boolean DEFAULT false NOT NULL,
    merged_into text,
    picture uuid,
    grounds jsonb DEFAULT '[]'::jsonb NOT NULL,
    CONSTRAINT model_check CHECK ((merged_into <> code))
);
CREATE TABLE bemtor.pairing_code (
    code text NOT NULL,
    made_by uuid NOT NULL,
    expires_at timestamp with time zone NOT NULL,
    used_at timestamp with time zone
);
CREATE TABLE bemtor.part_sighting (
    id bigint NOT NULL,
    number text NOT NULL,
    folded text NOT NULL,
    role text NOT NULL,
    part text NOT NULL,
    part_name text NOT NULL,
    kind text NOT NULL,
    model_code text NOT NULL,
    "when" jsonb,
    source text NOT NULL,
    witness text NOT NULL,
    seen_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT part_sighting_source_check CHECK ((source = ANY (ARRAY['revision'::text, 'job'::text])))
);
ALTER TABLE bemtor.part_sighting ALTER COLUMN id ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME bemtor.part_sighting_id_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE bemtor.person (
    id uuid NOT NULL,
    name text NOT NULL,
    role text NOT NULL,
    secret text NOT NULL,
    active boolean DEFAULT true NOT NULL,
    made_at timestamp with time zone DEFAULT now() NOT NULL,
    failures integer DEFAULT 0 NOT NULL,
    held_until timestamp with time zone,
    CONSTRAINT person_role_check CHECK ((role = ANY (ARRAY['apprentice'::text, 'technician'::text, 'lead'::text, 'owner'::text])))
);
CREATE TABLE bemtor.picture (
    id uuid NOT NULL,
    width integer NOT NULL,
    height integer NOT NULL,
    whole bytea NOT NULL,
    small bytea NOT NULL,
    made_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT picture_height_check CHECK ((height > 0)),
    CONSTRAINT picture_width_check CHECK ((width > 0))
);
CREATE TABLE bemtor.recording (
    id uuid NOT NULL,
    unit_id uuid NOT NULL,
    started_at timestamp with time zone DEFAULT now() NOT NULL,
    joined_into uuid
);
CREATE TABLE bemtor.revision (
    model_code text NOT NULL,
    number integer NOT NULL,
    document jsonb NOT NULL,
    note text DEFAULT ''::text NOT NULL,
    published_at timestamp with time zone DEFAULT now() NOT NULL,
    withdrawn boolean DEFAULT false NOT NULL,
    event uuid,
    CONSTRAINT revision_number_check CHECK ((number > 0))
);
CREATE TABLE bemtor.sequence_text (
    model_code text NOT NULL,
    number integer NOT NULL,
    lines text[] NOT NULL,
    is_caution boolean[] NOT NULL,
    words tsvector NOT NULL
);
CREATE TABLE bemtor.session (
    token text NOT NULL,
    person_id uuid NOT NULL,
    device_id uuid NOT NULL,
    made_at timestamp with time zone DEFAULT now() NOT NULL,
    ended_at timestamp with time zone
);
CREATE TABLE bemtor.setting (
    key text NOT NULL,
    value jsonb NOT NULL,
    revision integer NOT NULL,
    changed_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT setting_revision_check CHECK ((revision > 0))
);
CREATE TABLE bemtor.shop_event (
    seq bigint NOT NULL,
    id uuid NOT NULL,
    kind text NOT NULL,
    subject text NOT NULL,
    body jsonb NOT NULL,
    at timestamp with time zone NOT NULL,
    by text,
    received_at timestamp with time zone DEFAULT now() NOT NULL,
    person_id uuid,
    device_id uuid
);
ALTER TABLE bemtor.shop_event ALTER COLUMN seq ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME bemtor.shop_event_seq_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);
CREATE TABLE bemtor.stock (
    folded text NOT NULL,
    number text NOT NULL,
    on_hand integer DEFAULT 0 NOT NULL,
    ordered integer DEFAULT 0 NOT NULL,
    changed_at timestamp with time zone NOT NULL,
    CONSTRAINT stock_on_hand_check CHECK ((on_hand >= 0)),
    CONSTRAINT stock_ordered_check CHECK ((ordered >= 0))
);
CREATE TABLE bemtor.unit (
    id uuid NOT NULL,
    label text NOT NULL,
    model_code text NOT NULL,
    serial text NOT NULL,
    configuration jsonb DEFAULT '{}'::jsonb NOT NULL,
    complaint text NOT NULL,
    place text DEFAULT ''::text NOT NULL,
    arrived_at timestamp with time zone DEFAULT now() NOT NULL,
    intake jsonb DEFAULT '{}'::jsonb NOT NULL,
    revision integer DEFAULT 1 NOT NULL,
    left_at timestamp with time zone,
    withdrawn boolean DEFAULT false NOT NULL,
    CONSTRAINT unit_revision_check CHECK ((revision > 0))
);
CREATE VIEW bemtor.unit_model AS
 SELECT u.id AS unit_id,
    COALESCE(m.merged_into, m.code) AS code
   FROM (bemtor.unit u
     JOIN bemtor.model m ON ((m.code = u.model_code)));
CREATE TABLE bemtor.want (
    id uuid NOT NULL,
    number text NOT NULL,
    folded text NOT NULL,
    part_name text DEFAULT ''::text NOT NULL,
    unit_id uuid,
    quantity integer DEFAULT 1 NOT NULL,
    state text DEFAULT 'wanted'::text NOT NULL,
    made_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT want_quantity_check CHECK ((quantity > 0)),
    CONSTRAINT want_state_check CHECK ((state = ANY (ARRAY['wanted'::text, 'ordered'::text, 'met'::text, 'dropped'::text])))
);
INSERT INTO bemtor.entry VALUES ('17b40a8a-b6fd-4806-b571-0db543248411', 1, '823423f3-1e45-4018-b92f-4444e413345e', 'line', '{"kind": "line", "text": "cover 4 PH1", "entries": [{"at": 0, "kind": "note", "text": "cover 4 PH1", "confidence": 1}]}', '2026-11-28 01:35:43.152+00', 'Runa', '2026-11-28 01:35:43.172866+00', NULL, NULL);
INSERT INTO bemtor.entry VALUES ('17b40a8a-b6fd-4806-b571-0db543248411', 2, '291cc733-2790-405d-baa3-0ff95e459240', 'line', '{"kind": "line", "text": "fan cable off", "entries": [{"at": 0, "kind": "note", "text": "fan cable off", "confidence": 1}]}', '2026-11-28 01:35:43.152+00', 'Runa', '2026-11-28 01:35:43.172866+00', NULL, NULL);
INSERT INTO bemtor.entry VALUES ('17b40a8a-b6fd-4806-b571-0db543248411', 3, 'dc169750-145e-4528-ac05-1c7dd5b47620', 'line', '{"kind": "line", "text": "fan out", "entries": [{"at": 0, "kind": "note", "text": "fan out", "confidence": 1}]}', '2026-11-28 01:35:43.152+00', 'Runa', '2026-11-28 01:35:43.172866+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 1, 'af699221-178e-4833-977b-9e5f0289875a', 'started', '{"kind": "started", "steps": ["unscrew-thumb-screw", "lift-thumb-screw", "unscrew-top-lid", "slide-top-lid", "lift-top-lid", "drain", "unclip-fan-duct", "lift-fan-duct", "unscrew-fan", "unplug-fan", "lift-fan"], "targets": ["fan"], "configuration": {"bay": "2.5", "wireless": "yes"}, "plannedSeconds": 478}', '2026-11-06 01:29:24.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 10, '64f2a854-b1cc-4917-8a89-579342a37a73', 'done', '{"kind": "done", "step": "down:lift-top-lid"}', '2026-11-06 01:30:59.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 11, '7571c92b-4d5e-42db-b317-956e14439e4b', 'done', '{"kind": "done", "step": "down:drain"}', '2026-11-06 01:31:29.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 12, '0b737d42-7124-484f-8833-76b22f47771c', 'done', '{"kind": "done", "step": "down:unclip-fan-duct"}', '2026-11-06 01:31:51.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 13, 'ad2182d1-ac2b-4122-9f14-e151f65029bd', 'done', '{"kind": "done", "step": "down:lift-fan-duct"}', '2026-11-06 01:31:59.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 14, 'acc10321-7b14-49a2-ae8f-dfb64ef98a09', 'counted', '{"kind": "counted", "what": "out", "joint": "j-fan-screws", "total": 4}', '2026-11-06 01:32:43.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 15, 'b97a93fe-ff12-4500-8987-0bd519e4c31e', 'done', '{"kind": "done", "step": "down:unscrew-fan"}', '2026-11-06 01:32:43.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 16, '9d31119f-5348-481b-b908-630ee02ae058', 'done', '{"kind": "done", "step": "down:unplug-fan"}', '2026-11-06 01:32:55.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 17, 'c0bdd459-2b68-4240-b514-9412c6561ef2', 'done', '{"kind": "done", "step": "down:lift-fan"}', '2026-11-06 01:33:04.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 18, '43f0a414-1581-49ed-9eec-3d59226b9213', 'swapped', '{"kind": "swapped", "part": "fan", "number": "KF-120"}', '2026-11-06 01:33:45.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 19, '2d61ee56-bdb5-4d69-8179-832e6d267319', 'done', '{"kind": "done", "step": "swap:fan"}', '2026-11-06 01:33:45.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 2, '9b5c7810-8940-4821-a566-1193bdd58d20', 'done', '{"kind": "done", "step": "arrival"}', '2026-11-06 01:29:57.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 20, '482914fb-191b-4db7-ae1a-42a9b1c1aa83', 'done', '{"kind": "done", "step": "back:lift-fan"}', '2026-11-06 01:33:52.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 21, '1dac30c8-52de-47db-831a-fb369cc642a6', 'done', '{"kind": "done", "step": "back:unplug-fan"}', '2026-11-06 01:34:01.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 22, '9f9eb9ff-d355-47f0-adad-2a5ed436ad2e', 'counted', '{"kind": "counted", "what": "back", "joint": "j-fan-screws", "total": 4}', '2026-11-06 01:34:31.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 23, 'a24dfe80-44ee-438b-adaf-147b5ea6d3a3', 'done', '{"kind": "done", "step": "back:unscrew-fan"}', '2026-11-06 01:34:31.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 24, '296a8605-e118-4972-80e8-981587371847', 'done', '{"kind": "done", "step": "back:lift-fan-duct"}', '2026-11-06 01:34:36.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 25, 'b1221157-4f77-4030-ab27-9934938fdaac', 'done', '{"kind": "done", "step": "back:unclip-fan-duct"}', '2026-11-06 01:34:51.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 26, 'c32fe817-36c7-4554-8a75-afbdc05738c9', 'done', '{"kind": "done", "step": "look:cables"}', '2026-11-06 01:34:59.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 27, '8f1413f6-1092-40e0-9965-95578ec74201', 'done', '{"kind": "done", "step": "check:before-closing:1"}', '2026-11-06 01:35:23.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 28, 'e699fa76-722b-424a-a5f1-146d1a4c6c11', 'done', '{"kind": "done", "step": "back:lift-top-lid"}', '2026-11-06 01:35:28.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 29, 'eefc6205-94c0-4491-b429-61996eca9b60', 'done', '{"kind": "done", "step": "back:slide-top-lid"}', '2026-11-06 01:35:34.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 3, '9c733bd8-238c-4543-a082-c64c560f67a5', 'done', '{"kind": "done", "step": "check:before-opening:0"}', '2026-11-06 01:30:25.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 30, '25e0bf26-1eac-438b-a386-8911e178c789', 'counted', '{"kind": "counted", "what": "back", "joint": "j-top-lid-screws", "total": 2}', '2026-11-06 01:35:52.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 31, '77ea4692-75de-4708-ae48-b494095a3dcd', 'done', '{"kind": "done", "step": "back:unscrew-top-lid"}', '2026-11-06 01:35:52.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 32, '728b0442-7cdb-4e56-b63a-5de448e537b4', 'done', '{"kind": "done", "step": "back:lift-thumb-screw"}', '2026-11-06 01:36:00.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 33, '9c07dff3-a9e4-41fb-bdf1-bdd37b353099', 'counted', '{"kind": "counted", "what": "back", "joint": "j-thumb-screw-screws", "total": 1}', '2026-11-06 01:36:11.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 34, 'd41a6468-cc5d-4b59-b9d6-64d62a0802e1', 'done', '{"kind": "done", "step": "back:unscrew-thumb-screw"}', '2026-11-06 01:36:11.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 35, '87af2db0-7b31-4d70-b0b8-12aa399f7e77', 'done', '{"kind": "done", "step": "check:after-closing:2"}', '2026-11-06 01:36:55.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 36, 'd15b47a4-95f2-4611-9741-b8e0990435ad', 'done', '{"kind": "done", "step": "check:after-closing:3"}', '2026-11-06 01:37:38.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 37, 'bf867a84-55aa-4fde-9a2e-82679ace270c', 'done', '{"kind": "done", "step": "check:after-closing:4"}', '2026-11-06 01:38:18.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 38, '01e6c57e-8bee-434d-bcc3-2d907c6153b8', 'closed', '{"kind": "closed", "remark": null}', '2026-11-06 01:38:18.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 4, 'fd45c064-b0c6-4b18-9b1f-21d44a1fc21d', 'counted', '{"kind": "counted", "what": "out", "joint": "j-thumb-screw-screws", "total": 1}', '2026-11-06 01:30:32.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 5, '01a44d33-86b2-44e3-8e13-e5a300ec3470', 'done', '{"kind": "done", "step": "down:unscrew-thumb-screw"}', '2026-11-06 01:30:32.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 6, 'bff1f02c-37ad-436d-b994-c5209f4bcde5', 'done', '{"kind": "done", "step": "down:lift-thumb-screw"}', '2026-11-06 01:30:37.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 7, '3b99ece1-3b84-4528-bcf6-9219c52882de', 'counted', '{"kind": "counted", "what": "out", "joint": "j-top-lid-screws", "total": 2}', '2026-11-06 01:30:49.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 8, '0d9a42f7-bd4f-46a3-a500-bb457ef0d363', 'done', '{"kind": "done", "step": "down:unscrew-top-lid"}', '2026-11-06 01:30:49.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.event VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 9, 'b5fd08f7-0338-45fa-8819-2ea13474913a', 'done', '{"kind": "done", "step": "down:slide-top-lid"}', '2026-11-06 01:30:54.486+00', 'Ilse', '2026-11-28 01:29:24.575823+00', NULL, NULL);
INSERT INTO bemtor.fact VALUES ('demo-loaded', 'true');
INSERT INTO bemtor.job VALUES ('069471f7-4e59-418f-b04b-606fdbc1d9c3', 'f4a261f7-1b38-4ca2-b37a-2dfe147cb033', 'BK-M2', 1, '2026-11-06 01:29:24.486+00', true);
INSERT INTO bemtor.migration VALUES ('001-streams.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('002-pictures-settings.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('003-intake.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('004-parts.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('005-corrections.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('006-paging.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('007-shop-log.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('008-one-recording.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('009-model-picture.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('010-act-pictures.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('011-search.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('012-grounds.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('013-demo-jobs.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.migration VALUES ('014-accounts.sql', '2026-11-01 00:00:00+00');
INSERT INTO bemtor.model VALUES ('BK-M2', 'Bryndal', 'Keel Mini', 'desktop', '{"depth": 186, "width": 182, "height": 38}', '[{"key": "bay", "label": "Drive bay", "values": ["2.5", "none"]}, {"key": "wireless", "label": "Wireless card", "values": ["yes", "no"]}]', false, NULL, NULL, '[]');
INSERT INTO bemtor.picture VALUES ('9104663b-e2be-4c13-857c-725783988fdc', 24, 12, '\xffd8ffdb0043000604040504040605050506060607090e0909080809120d0d0a0e1512161615121414171a211c17181f1914141d271d1f2223252525161c292c28242b21242524ffdb00430106060609080911090911241814182424242424242424242424242424242424242424242424242424242424242424242424242424242424242424242424242424ffc0001108000c001803012200021101031101ffc4001500010100000000000000000000000000000007ffc40014100100000000000000000000000000000000ffc400160101010100000000000000000000000000000608ffc40014110100000000000000000000000000000000ffda000c03010002110311003f009d00866a90007fffd9', '\xffd8ffdb00430008050607060508070607090808090c130c0c0b0b0c1811120e131c181d1d1b181b1a1f232c251f212a211a1b2634272a2e2f3132311e25363a36303a2c303130ffdb0043010809090c0a0c170c0c1730201b203030303030303030303030303030303030303030303030303030303030303030303030303030303030303030303030303030ffc000110800a0014003012200021101031101ffc4001500010100000000000000000000000000000006ffc40014100100000000000000000000000000000000ffc400160101010100000000000000000000000000000607ffc40014110100000000000000000000000000000000ffda000c03010002110311003f008b0128dfc000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000000001ffd9', '2026-11-28 01:35:43.148496+00');
INSERT INTO bemtor.recording VALUES ('17b40a8a-b6fd-4806-b571-0db543248411', '0193b5c0-0005-7000-8000-000000000415', '2026-11-28 01:35:42.726622+00', NULL);
INSERT INTO bemtor.revision VALUES ('BK-M2', 1, '{"model": {"code": "BK-M2", "form": "desktop", "name": "Keel Mini", "maker": "Bryndal", "outlineMm": {"depth": 186, "width": 182, "height": 38}}, "needs": [{"anyOf": ["peel-foot-ring"], "basis": "holds", "action": "lift-foot-ring"}, {"anyOf": ["unscrew-thumb-screw"], "basis": "holds", "action": "lift-thumb-screw"}, {"anyOf": ["unscrew-thumb-screw"], "basis": "stated", "action": "slide-top-lid"}, {"anyOf": ["unscrew-top-lid"], "basis": "holds", "action": "slide-top-lid"}, {"anyOf": ["slide-top-lid"], "basis": "holds", "action": "lift-top-lid"}, {"anyOf": ["lift-thumb-screw"], "basis": "holds", "action": "lift-top-lid"}, {"anyOf": ["unscrew-top-lid"], "basis": "holds", "action": "lift-top-lid"}, {"anyOf": ["lift-top-lid"], "basis": "covers", "action": "drain"}, {"anyOf": ["lift-top-lid"], "basis": "covers", "action": "unclip-fan-duct"}, {"anyOf": ["unclip-fan-duct"], "basis": "holds", "action": "lift-fan-duct"}, {"anyOf": ["lift-top-lid"], "basis": "covers", "action": "unplug-fan"}, {"anyOf": ["drain"], "basis": "stated", "action": "unplug-fan"}, {"anyOf": ["lift-fan-duct"], "basis": "covers", "action": "unscrew-fan"}, {"anyOf": ["unplug-fan"], "basis": "holds", "action": "lift-fan"}, {"anyOf": ["unscrew-fan"], "basis": "holds", "action": "lift-fan"}, {"anyOf": ["lift-top-lid"], "basis": "covers", "action": "unplug-storage"}, {"anyOf": ["drain"], "basis": "stated", "action": "unplug-storage"}, {"anyOf": ["lift-top-lid"], "basis": "covers", "action": "unscrew-drive-cage"}, {"anyOf": ["unscrew-drive-cage"], "basis": "holds", "action": "lift-drive-cage"}, {"anyOf": ["unplug-storage"], "basis": "blocked", "action": "lift-drive-cage"}, {"anyOf": ["lift-drive-cage"], "basis": "covers", "action": "unscrew-storage"}, {"anyOf": ["unscrew-storage"], "basis": "holds", "action": "lift-storage"}, {"anyOf": ["unplug-storage"], "basis": "holds", "action": "lift-storage"}, {"anyOf": ["lift-drive-cage"], "basis": "covers", "action": "unscrew-module-drive"}, {"anyOf": ["drain"], "basis": "stated", "action": "unscrew-module-drive"}, {"anyOf": ["unscrew-module-drive"], "basis": "holds", "action": "lift-module-drive"}, {"anyOf": ["lift-module-drive"], "basis": "covers", "action": "peel-thermal-pad"}, {"anyOf": ["peel-thermal-pad"], "basis": "holds", "action": "lift-thermal-pad"}, {"anyOf": ["lift-drive-cage"], "basis": "covers", "action": "slide-coin-cell"}, {"anyOf": ["drain"], "basis": "stated", "action": "slide-coin-cell"}, {"anyOf": ["slide-coin-cell"], "basis": "holds", "action": "lift-coin-cell"}, {"anyOf": ["lift-fan-duct"], "basis": "covers", "action": "slide-memory"}, {"anyOf": ["drain"], "basis": "stated", "action": "slide-memory"}, {"anyOf": ["slide-memory"], "basis": "holds", "action": "lift-memory"}, {"anyOf": ["lift-drive-cage"], "basis": "covers", "action": "unplug-antenna"}, {"anyOf": ["drain"], "basis": "stated", "action": "unplug-antenna"}, {"anyOf": ["lift-drive-cage"], "basis": "covers", "action": "unscrew-wireless-card"}, {"anyOf": ["unscrew-wireless-card"], "basis": "holds", "action": "lift-wireless-card"}, {"anyOf": ["unplug-antenna"], "basis": "holds", "action": "lift-wireless-card"}, {"anyOf": ["unplug-antenna"], "basis": "holds", "action": "lift-antenna"}, {"anyOf": ["lift-fan"], "basis": "covers", "action": "loosen-heatsink"}, {"anyOf": ["loosen-heatsink"], "basis": "holds", "action": "lift-heatsink"}, {"anyOf": ["lift-top-lid"], "basis": "covers", "action": "unplug-power-button"}, {"anyOf": ["drain"], "basis": "stated", "action": "unplug-power-button"}, {"anyOf": ["lift-top-lid"], "basis": "covers", "action": "unplug-speaker"}, {"anyOf": ["drain"], "basis": "stated", "action": "unplug-speaker"}, {"anyOf": ["lift-top-lid"], "basis": "covers", "action": "pry-front-bezel"}, {"anyOf": ["pry-front-bezel"], "basis": "holds", "action": "lift-front-bezel"}, {"anyOf": ["lift-front-bezel"], "basis": "covers", "action": "unscrew-power-button"}, {"anyOf": ["unscrew-power-button"], "basis": "holds", "action": "lift-power-button"}, {"anyOf": ["unplug-power-button"], "basis": "holds", "action": "lift-power-button"}, {"anyOf": ["lift-front-bezel"], "basis": "covers", "action": "unscrew-speaker"}, {"anyOf": ["unscrew-speaker"], "basis": "holds", "action": "lift-speaker"}, {"anyOf": ["unplug-speaker"], "basis": "holds", "action": "lift-speaker"}, {"anyOf": ["lift-top-lid"], "basis": "covers", "action": "unlock-port-board"}, {"anyOf": ["drain"], "basis": "stated", "action": "unlock-port-board"}, {"anyOf": ["lift-front-bezel"], "basis": "covers", "action": "unscrew-port-board"}, {"anyOf": ["unscrew-port-board"], "basis": "holds", "action": "lift-port-board"}, {"anyOf": ["unlock-port-board"], "basis": "holds", "action": "lift-port-board"}, {"anyOf": ["lift-top-lid"], "basis": "covers", "action": "unplug-supply-jack"}, {"anyOf": ["drain"], "basis": "stated", "action": "unplug-supply-jack"}, {"anyOf": ["lift-fan-duct"], "basis": "assumed", "action": "pry-front-bezel"}, {"anyOf": ["unscrew-rear-plate"], "basis": "holds", "action": "lift-rear-plate"}, {"anyOf": ["lift-drive-cage"], "basis": "covers", "action": "unscrew-supply-jack"}, {"anyOf": ["unscrew-supply-jack"], "basis": "holds", "action": "lift-supply-jack"}, {"anyOf": ["unplug-supply-jack"], "basis": "holds", "action": "lift-supply-jack"}, {"anyOf": ["lift-drive-cage"], "basis": "covers", "action": "unscrew-system-board"}, {"anyOf": ["lift-fan"], "basis": "covers", "action": "unscrew-system-board"}, {"anyOf": ["lift-fan-duct"], "basis": "covers", "action": "unscrew-system-board"}, {"anyOf": ["unplug-fan"], "basis": "holds", "action": "lift-system-board"}, {"anyOf": ["unplug-power-button"], "basis": "holds", "action": "lift-system-board"}, {"anyOf": ["unplug-speaker"], "basis": "holds", "action": "lift-system-board"}, {"anyOf": ["unlock-port-board"], "basis": "holds", "action": "lift-system-board"}, {"anyOf": ["unplug-supply-jack"], "basis": "holds", "action": "lift-system-board"}, {"anyOf": ["lift-rear-plate"], "basis": "holds", "action": "lift-system-board"}, {"anyOf": ["unscrew-system-board"], "basis": "holds", "action": "lift-system-board"}, {"anyOf": ["unplug-antenna"], "basis": "holds", "action": "lift-system-board"}], "parts": [{"id": "top-lid", "kind": "cover", "name": "Top lid", "reuse": "reusable", "region": {"x": 13, "y": 2, "face": "top", "depth": 13, "width": 154}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KC-101"}]}, {"id": "thumb-screw", "kind": "part", "name": "Thumb screw", "reuse": "reusable", "region": {"x": 83, "y": 2, "face": "top", "depth": 10, "width": 17}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KS-102"}]}, {"id": "drive-cage", "kind": "bracket", "name": "Drive cage", "reuse": "reusable", "region": {"x": 123, "y": 13, "face": "top", "depth": 84, "width": 49}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KK-110"}]}, {"id": "storage", "kind": "storage", "name": "Storage drive", "when": {"bay": ["2.5"]}, "reuse": "reusable", "region": {"x": 121, "y": 17, "face": "top", "depth": 70, "width": 54}, "movesTo": ["drive-cage"], "numbers": [{"role": "fitted", "number": "KD-250"}]}, {"id": "module-drive", "kind": "storage", "name": "Module drive", "reuse": "reusable", "region": {"x": 82, "y": 143, "face": "top", "depth": 14, "width": 17}, "movesTo": ["thermal-pad"], "numbers": [{"role": "fitted", "number": "KD-512"}]}, {"id": "thermal-pad", "kind": "pad", "name": "Thermal pad", "reuse": "reusable", "movesTo": [], "numbers": [{"role": "fitted", "number": "KP-12"}]}, {"id": "fan", "kind": "fan", "name": "Fan", "reuse": "reusable", "region": {"x": 33, "y": 33, "face": "top", "depth": 74, "width": 74}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KF-120"}]}, {"id": "fan-duct", "kind": "frame", "name": "Fan duct", "reuse": "reusable", "movesTo": [], "numbers": [{"role": "fitted", "number": "KF-121"}]}, {"id": "heatsink", "kind": "heatsink", "name": "Heatsink", "reuse": "reusable", "region": {"x": 48, "y": 48, "face": "top", "depth": 44, "width": 44}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KH-130"}]}, {"id": "memory", "kind": "memory", "name": "Memory", "reuse": "reusable", "movesTo": [], "numbers": [{"role": "fitted", "number": "KR-8"}]}, {"id": "wireless-card", "kind": "card", "name": "Wireless card", "when": {"wireless": ["yes"]}, "reuse": "reusable", "region": {"x": 52, "y": 153, "face": "top", "depth": 14, "width": 17}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KW-22"}]}, {"id": "antenna", "kind": "antenna", "name": "Antenna leads", "when": {"wireless": ["yes"]}, "reuse": "reusable", "movesTo": [], "numbers": [{"role": "fitted", "number": "KA-23"}]}, {"id": "coin-cell", "kind": "coin-cell", "name": "Coin cell", "reuse": "reusable", "movesTo": [], "numbers": [{"role": "fitted", "number": "KZ-2032"}, {"role": "replacement", "number": "KZ-2032R"}]}, {"id": "power-button", "kind": "module", "name": "Power button", "reuse": "reusable", "region": {"x": 4, "y": 13, "face": "top", "depth": 34, "width": 17}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KB-40"}]}, {"id": "speaker", "kind": "speaker", "name": "Speaker", "reuse": "reusable", "region": {"x": 4, "y": 113, "face": "top", "depth": 44, "width": 17}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KX-50"}]}, {"id": "front-bezel", "kind": "frame", "name": "Front bezel", "reuse": "reusable", "movesTo": [], "numbers": [{"role": "fitted", "number": "KC-105"}]}, {"id": "port-board", "kind": "board", "name": "Port board", "reuse": "reusable", "region": {"x": 6, "y": 63, "face": "top", "depth": 44, "width": 17}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KU-60"}]}, {"id": "supply-jack", "kind": "port", "name": "Power jack", "reuse": "reusable", "region": {"x": 162, "y": 13, "face": "top", "depth": 14, "width": 17}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KJ-61"}]}, {"id": "system-board", "kind": "board", "name": "System board", "reuse": "reusable", "movesTo": ["heatsink", "memory", "module-drive", "wireless-card", "coin-cell"], "numbers": [{"role": "fitted", "number": "KM-3"}, {"role": "alternate", "number": "KM-3B"}]}, {"id": "rear-plate", "kind": "bracket", "name": "Rear plate", "reuse": "reusable", "region": {"x": 113, "y": 3, "face": "top", "depth": 14, "width": 44}, "movesTo": [], "numbers": [{"role": "fitted", "number": "KK-140"}]}, {"id": "foot-ring", "kind": "foot", "name": "Foot ring", "reuse": "reusable", "movesTo": [], "numbers": [{"role": "fitted", "number": "KG-7"}]}], "checks": [{"at": "before-opening", "text": "Shut down, mains unplugged at the wall, strap checked; for a new board restore the firmware defaults"}, {"at": "before-closing", "text": "Power light and picture, then off again; mains out before the hands go in"}, {"at": "after-closing", "text": "Starts, memory and storage sizes right, fan turns"}, {"at": "after-closing", "text": "Date and time; the first start is slow and may stop for a key"}, {"at": "after-closing", "text": "Sound, wireless where fitted"}], "format": "bemtor.sequence/1", "joints": [{"id": "j-foot-ring-foot", "type": "foot", "holds": ["foot-ring"], "points": []}, {"id": "j-thumb-screw-screws", "type": "screws", "count": 1, "holds": ["thumb-screw"], "screw": {"size": "PH2", "drive": "PH", "thread": "M4", "lengthMm": 8}, "where": "rear, middle", "points": [{"n": 1, "x": 91, "y": 5, "face": "top"}], "throughCase": true}, {"id": "j-top-lid-screws", "type": "screws", "count": 2, "holds": ["top-lid"], "screw": {"head": "flat", "size": "PH2", "drive": "PH", "thread": "M3", "lengthMm": 6}, "where": "rear edge", "points": [{"n": 1, "x": 20, "y": 8, "face": "top"}, {"n": 2, "x": 160, "y": 8, "face": "top"}], "throughCase": true}, {"id": "j-top-lid-slide", "type": "slide", "holds": ["top-lid"], "where": "towards the front", "points": []}, {"id": "j-fan-duct-clips", "type": "clips", "holds": ["fan-duct"], "points": []}, {"id": "j-fan-connector", "type": "connector", "holds": ["fan"], "joins": ["fan", "system-board"], "where": "rear corner of the board", "points": [], "mechanism": "plug"}, {"id": "j-fan-screws", "type": "screws", "count": 4, "holds": ["fan"], "screw": {"size": "PH1", "drive": "PH", "thread": "M3", "lengthMm": 10}, "where": "on the duct posts", "points": [{"n": 1, "x": 40, "y": 40, "face": "top"}, {"n": 2, "x": 100, "y": 40, "face": "top"}, {"n": 3, "x": 40, "y": 100, "face": "top"}, {"n": 4, "x": 100, "y": 100, "face": "top"}]}, {"id": "j-storage-connector", "type": "connector", "when": {"bay": ["2.5"]}, "holds": ["storage"], "joins": ["storage", "system-board"], "where": "beside the cage", "points": [], "mechanism": "drive-ribbon"}, {"id": "j-drive-cage-screws", "type": "screws", "count": 3, "holds": ["drive-cage"], "screw": {"size": "PH1", "drive": "PH", "thread": "M3", "lengthMm": 5}, "points": [{"n": 1, "x": 130, "y": 20, "face": "top"}, {"n": 2, "x": 165, "y": 60, "face": "top"}, {"n": 3, "x": 130, "y": 90, "face": "top"}]}, {"id": "j-storage-screws", "type": "screws", "when": {"bay": ["2.5"]}, "count": 4, "holds": ["storage"], "screw": {"size": "PH1", "drive": "PH", "thread": "M3", "lengthMm": 4}, "where": "sides of the cage", "points": [{"n": 1, "x": 128, "y": 24, "face": "top"}, {"n": 2, "x": 128, "y": 80, "face": "top"}, {"n": 3, "x": 168, "y": 24, "face": "top"}, {"n": 4, "x": 168, "y": 80, "face": "top"}]}, {"id": "j-module-drive-screws", "type": "screws", "count": 1, "holds": ["module-drive"], "screw": {"size": "PH1", "drive": "PH", "thread": "M2.5", "lengthMm": 4}, "points": [{"n": 1, "x": 90, "y": 150, "face": "top"}]}, {"id": "j-thermal-pad-tape", "type": "tape", "holds": ["thermal-pad"], "points": []}, {"id": "j-coin-cell-latch", "type": "latch", "holds": ["coin-cell"], "where": "holder beside the memory", "points": []}, {"id": "j-memory-latch", "type": "latch", "count": 2, "holds": ["memory"], "where": "levers outward", "points": []}, {"id": "j-antenna-connector", "type": "connector", "when": {"wireless": ["yes"]}, "count": 2, "holds": ["antenna"], "joins": ["antenna", "system-board"], "where": "main grey, aux black", "points": [], "mechanism": "coax"}, {"id": "j-wireless-card-screws", "type": "screws", "when": {"wireless": ["yes"]}, "count": 1, "holds": ["wireless-card"], "screw": {"size": "T5", "drive": "T", "thread": "M2", "lengthMm": 3}, "points": [{"n": 1, "x": 60, "y": 160, "face": "top"}]}, {"id": "j-heatsink-screws", "type": "screws", "count": 4, "holds": ["heatsink"], "screw": {"size": "PH1", "drive": "PH", "sprung": true, "thread": "M3", "captive": true}, "points": [{"n": 1, "x": 55, "y": 55, "face": "top"}, {"n": 2, "x": 85, "y": 55, "face": "top"}, {"n": 3, "x": 55, "y": 85, "face": "top"}, {"n": 4, "x": 85, "y": 85, "face": "top"}], "tighten": "cross"}, {"id": "j-power-button-connector", "type": "connector", "holds": ["power-button"], "joins": ["power-button", "system-board"], "where": "front edge", "points": [], "mechanism": "plug"}, {"id": "j-speaker-connector", "type": "connector", "holds": ["speaker"], "joins": ["speaker", "system-board"], "where": "front edge", "points": [], "mechanism": "plug"}, {"id": "j-front-bezel-clips", "type": "clips", "holds": ["front-bezel"], "where": "from the lower edge", "points": []}, {"id": "j-power-button-screws", "type": "screws", "count": 2, "holds": ["power-button"], "screw": {"size": "PH0", "drive": "PH", "thread": "M2", "lengthMm": 4}, "points": [{"n": 1, "x": 12, "y": 20, "face": "top"}, {"n": 2, "x": 12, "y": 40, "face": "top"}]}, {"id": "j-speaker-screws", "type": "screws", "count": 2, "holds": ["speaker"], "screw": {"size": "PH0", "drive": "PH", "thread": "M2", "lengthMm": 5}, "points": [{"n": 1, "x": 12, "y": 120, "face": "top"}, {"n": 2, "x": 12, "y": 150, "face": "top"}]}, {"id": "j-port-board-connector", "type": "connector", "holds": ["port-board"], "joins": ["port-board", "system-board"], "where": "front ports", "points": [], "mechanism": "slide-lock"}, {"id": "j-port-board-screws", "type": "screws", "count": 2, "holds": ["port-board"], "screw": {"size": "PH1", "drive": "PH", "thread": "M3", "lengthMm": 5}, "points": [{"n": 1, "x": 14, "y": 70, "face": "top"}, {"n": 2, "x": 14, "y": 100, "face": "top"}]}, {"id": "j-supply-jack-connector", "type": "connector", "holds": ["supply-jack"], "joins": ["supply-jack", "system-board"], "where": "rear corner", "points": [], "mechanism": "plug"}, {"id": "j-rear-plate-screws", "type": "screws", "count": 2, "holds": ["rear-plate"], "screw": {"size": "H5", "drive": "hex", "thread": "M3", "lengthMm": 5}, "where": "display socket", "points": [{"n": 1, "x": 120, "y": 10, "face": "top"}, {"n": 2, "x": 150, "y": 10, "face": "top"}], "throughCase": true}, {"id": "j-supply-jack-screws", "type": "screws", "count": 1, "holds": ["supply-jack"], "screw": {"size": "PH1", "drive": "PH", "thread": "M2.5", "lengthMm": 4}, "points": [{"n": 1, "x": 170, "y": 20, "face": "top"}]}, {"id": "j-system-board-screws", "type": "screws", "count": 6, "holds": ["system-board"], "screw": {"size": "PH1", "drive": "PH", "thread": "M3", "lengthMm": 5}, "points": [{"n": 1, "x": 20, "y": 20, "face": "top"}, {"n": 2, "x": 90, "y": 20, "face": "top"}, {"n": 3, "x": 160, "y": 30, "face": "top"}, {"n": 4, "x": 20, "y": 160, "face": "top"}, {"n": 5, "x": 90, "y": 168, "face": "top"}, {"n": 6, "x": 160, "y": 160, "face": "top"}]}], "actions": [{"id": "peel-foot-ring", "face": "bottom", "note": "Keep the glue clean", "part": "foot-ring", "tool": null, "verb": "peel", "joint": "j-foot-ring-foot", "seconds": 14, "cautions": []}, {"id": "lift-foot-ring", "face": "bottom", "note": "", "part": "foot-ring", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unscrew-thumb-screw", "face": "top", "note": "", "part": "thumb-screw", "tool": "PH2", "verb": "unscrew", "joint": "j-thumb-screw-screws", "seconds": 8, "cautions": []}, {"id": "lift-thumb-screw", "face": "top", "note": "", "part": "thumb-screw", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unscrew-top-lid", "face": "top", "note": "", "part": "top-lid", "tool": "PH2", "verb": "unscrew", "joint": "j-top-lid-screws", "seconds": 16, "cautions": []}, {"id": "slide-top-lid", "face": "top", "note": "", "part": "top-lid", "tool": null, "verb": "slide", "joint": "j-top-lid-slide", "seconds": 6, "cautions": []}, {"id": "lift-top-lid", "face": "top", "note": "", "part": "top-lid", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "drain", "face": "either", "note": "Mains unplugged: hold the power button 30 s", "part": "top-lid", "tool": null, "verb": "hold", "seconds": 30, "cautions": ["Mains out at the wall first; the outside supply is never opened."]}, {"id": "unclip-fan-duct", "face": "top", "note": "", "part": "fan-duct", "tool": "pick", "verb": "unclip", "joint": "j-fan-duct-clips", "seconds": 20, "cautions": []}, {"id": "lift-fan-duct", "face": "top", "note": "", "part": "fan-duct", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unplug-fan", "face": "top", "note": "", "part": "fan", "tool": null, "verb": "unplug", "joint": "j-fan-connector", "seconds": 8, "cautions": []}, {"id": "unscrew-fan", "face": "top", "note": "", "part": "fan", "tool": "PH1", "verb": "unscrew", "joint": "j-fan-screws", "seconds": 32, "cautions": []}, {"id": "lift-fan", "face": "top", "note": "Clean blades and fins while it is out", "part": "fan", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unplug-storage", "face": "top", "note": "", "part": "storage", "tool": null, "verb": "unplug", "when": {"bay": ["2.5"]}, "joint": "j-storage-connector", "seconds": 8, "cautions": ["The connector body is weak: free the glue first."]}, {"id": "unscrew-drive-cage", "face": "top", "note": "", "part": "drive-cage", "tool": "PH1", "verb": "unscrew", "joint": "j-drive-cage-screws", "seconds": 24, "cautions": []}, {"id": "lift-drive-cage", "face": "top", "note": "", "part": "drive-cage", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unscrew-storage", "face": "top", "note": "", "part": "storage", "tool": "PH1", "verb": "unscrew", "when": {"bay": ["2.5"]}, "joint": "j-storage-screws", "seconds": 32, "cautions": []}, {"id": "lift-storage", "face": "top", "note": "", "part": "storage", "tool": null, "verb": "lift", "when": {"bay": ["2.5"]}, "seconds": 6, "cautions": []}, {"id": "unscrew-module-drive", "face": "top", "note": "", "part": "module-drive", "tool": "PH1", "verb": "unscrew", "joint": "j-module-drive-screws", "seconds": 8, "cautions": []}, {"id": "lift-module-drive", "face": "top", "note": "Rises by itself, 30°; keep the pad", "part": "module-drive", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "peel-thermal-pad", "face": "top", "note": "", "part": "thermal-pad", "tool": null, "verb": "peel", "joint": "j-thermal-pad-tape", "seconds": 8, "cautions": []}, {"id": "lift-thermal-pad", "face": "top", "note": "", "part": "thermal-pad", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "slide-coin-cell", "face": "top", "note": "", "part": "coin-cell", "tool": "spudger", "verb": "slide", "joint": "j-coin-cell-latch", "seconds": 6, "cautions": []}, {"id": "lift-coin-cell", "face": "top", "note": "Plus side up", "part": "coin-cell", "tool": null, "verb": "lift", "seconds": 6, "cautions": ["Keep it from children; a new one at once in its place of rest."]}, {"id": "slide-memory", "face": "top", "note": "", "part": "memory", "tool": null, "verb": "slide", "joint": "j-memory-latch", "seconds": 5, "cautions": []}, {"id": "lift-memory", "face": "top", "note": "Rises by itself; 30° in, press to click", "part": "memory", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unplug-antenna", "face": "top", "note": "", "part": "antenna", "tool": "spudger", "verb": "unplug", "when": {"wireless": ["yes"]}, "joint": "j-antenna-connector", "seconds": 16, "cautions": ["Straight up, never sideways"]}, {"id": "unscrew-wireless-card", "face": "top", "note": "", "part": "wireless-card", "tool": "T5", "verb": "unscrew", "when": {"wireless": ["yes"]}, "joint": "j-wireless-card-screws", "seconds": 8, "cautions": []}, {"id": "lift-wireless-card", "face": "top", "note": "", "part": "wireless-card", "tool": null, "verb": "lift", "when": {"wireless": ["yes"]}, "seconds": 6, "cautions": []}, {"id": "lift-antenna", "face": "top", "note": "Leads stay in their channels", "part": "antenna", "tool": null, "verb": "lift", "when": {"wireless": ["yes"]}, "seconds": 6, "cautions": []}, {"id": "loosen-heatsink", "face": "top", "note": "", "part": "heatsink", "tool": "PH1", "verb": "loosen", "joint": "j-heatsink-screws", "seconds": 28, "cautions": ["Sprung screws: they jump"]}, {"id": "lift-heatsink", "face": "top", "note": "Twist a little, lift level; back on: clean both faces, new compound", "part": "heatsink", "tool": null, "verb": "lift", "seconds": 6, "cautions": ["If it does not come, a screw is left."]}, {"id": "unplug-power-button", "face": "top", "note": "", "part": "power-button", "tool": null, "verb": "unplug", "joint": "j-power-button-connector", "seconds": 8, "cautions": []}, {"id": "unplug-speaker", "face": "top", "note": "", "part": "speaker", "tool": null, "verb": "unplug", "joint": "j-speaker-connector", "seconds": 8, "cautions": []}, {"id": "pry-front-bezel", "face": "top", "note": "", "part": "front-bezel", "tool": "pick", "verb": "pry", "joint": "j-front-bezel-clips", "seconds": 35, "cautions": []}, {"id": "lift-front-bezel", "face": "top", "note": "", "part": "front-bezel", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unscrew-power-button", "face": "top", "note": "", "part": "power-button", "tool": "PH0", "verb": "unscrew", "joint": "j-power-button-screws", "seconds": 16, "cautions": []}, {"id": "lift-power-button", "face": "top", "note": "", "part": "power-button", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unscrew-speaker", "face": "top", "note": "", "part": "speaker", "tool": "PH0", "verb": "unscrew", "joint": "j-speaker-screws", "seconds": 16, "cautions": ["1 mm longer than those of the button: keep them apart"]}, {"id": "lift-speaker", "face": "top", "note": "", "part": "speaker", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unlock-port-board", "face": "top", "note": "", "part": "port-board", "tool": "spudger", "verb": "unlock", "joint": "j-port-board-connector", "seconds": 8, "cautions": []}, {"id": "unscrew-port-board", "face": "top", "note": "", "part": "port-board", "tool": "PH1", "verb": "unscrew", "joint": "j-port-board-screws", "seconds": 16, "cautions": []}, {"id": "lift-port-board", "face": "top", "note": "", "part": "port-board", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unplug-supply-jack", "face": "top", "note": "", "part": "supply-jack", "tool": null, "verb": "unplug", "joint": "j-supply-jack-connector", "seconds": 8, "cautions": []}, {"id": "unscrew-rear-plate", "face": "top", "note": "", "part": "rear-plate", "tool": "H5", "verb": "unscrew", "joint": "j-rear-plate-screws", "seconds": 16, "cautions": []}, {"id": "lift-rear-plate", "face": "top", "note": "", "part": "rear-plate", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unscrew-supply-jack", "face": "top", "note": "", "part": "supply-jack", "tool": "PH1", "verb": "unscrew", "joint": "j-supply-jack-screws", "seconds": 8, "cautions": []}, {"id": "lift-supply-jack", "face": "top", "note": "", "part": "supply-jack", "tool": null, "verb": "lift", "seconds": 6, "cautions": []}, {"id": "unscrew-system-board", "face": "top", "note": "", "part": "system-board", "tool": "PH1", "verb": "unscrew", "joint": "j-system-board-screws", "seconds": 48, "cautions": []}, {"id": "lift-system-board", "face": "top", "note": "Lift the front edge first, ports slide out of the rear", "part": "system-board", "tool": null, "verb": "lift", "seconds": 6, "cautions": ["Into an antistatic bag."]}], "options": [{"key": "bay", "label": "Drive bay", "values": ["2.5", "none"]}, {"key": "wireless", "label": "Wireless card", "values": ["yes", "no"]}]}', 'Demo: made by hand', '2026-11-28 01:29:24.575823+00', false, NULL);
INSERT INTO bemtor.setting VALUES ('schools', '{"pry": "plastic", "keep": "mat", "drain": "hold", "entry": "hinge", "order": "part", "driver": "hand", "battery": "out", "heatsink": "two-rounds"}', 1, '2026-11-28 01:35:43.234364+00');
INSERT INTO bemtor.setting VALUES ('words', '[{"word": "snake", "means": "display cable"}]', 1, '2026-11-28 01:35:43.216131+00');
INSERT INTO bemtor.shop_event OVERRIDING SYSTEM VALUE VALUES (1, 'bf57f64d-8ef0-40fe-a39a-46fca091f2d5', 'stock-counted', 'part/TB-44', '{"kind": "stock-counted", "number": "TB-44", "onHand": 3, "ordered": 1}', '2026-11-28 01:35:43.184+00', 'Runa', '2026-11-28 01:35:43.191664+00', NULL, NULL);
INSERT INTO bemtor.shop_event OVERRIDING SYSTEM VALUE VALUES (2, '464de258-9833-4a66-85e2-08e42224b001', 'want-added', 'want/53800075-1198-4f1a-86fc-29b96fc3654d', '{"id": "53800075-1198-4f1a-86fc-29b96fc3654d", "kind": "want-added", "number": "TB-44", "unitId": null, "partName": "", "quantity": 2}', '2026-11-28 01:35:43.201+00', 'Runa', '2026-11-28 01:35:43.206444+00', NULL, NULL);
INSERT INTO bemtor.shop_event OVERRIDING SYSTEM VALUE VALUES (3, 'a12f9f6b-19e9-479b-89b1-01ed467b5295', 'word-told', 'word/snake', '{"was": null, "kind": "word-told", "word": "snake", "means": "display cable"}', '2026-11-28 01:35:43.211+00', 'Runa', '2026-11-28 01:35:43.216131+00', NULL, NULL);
INSERT INTO bemtor.shop_event OVERRIDING SYSTEM VALUE VALUES (4, '0d7f2698-8655-44f8-ac36-197611513019', 'schools-told', 'schools', '{"set": {"keep": "mat"}, "was": {"keep": "cell"}, "kind": "schools-told"}', '2026-11-28 01:35:43.225+00', 'Runa', '2026-11-28 01:35:43.234364+00', NULL, NULL);
INSERT INTO bemtor.shop_event OVERRIDING SYSTEM VALUE VALUES (5, '6664df60-db5b-4375-9c1f-71fb108da111', 'unit-told', 'unit/0193b5c0-0005-7000-8000-000000000415', '{"set": {"place": "Shelf 3 – “höft”"}, "was": {"place": "Bench 2"}, "kind": "unit-told", "unit": "0193b5c0-0005-7000-8000-000000000415"}', '2026-11-28 01:35:43.241+00', 'Runa', '2026-11-28 01:35:43.246889+00', NULL, NULL);
INSERT INTO bemtor.stock VALUES ('T844', 'TB-44', 3, 1, '2026-11-28 01:35:43.184+00');
INSERT INTO bemtor.unit VALUES ('0193b5c0-0005-7000-8000-000000000415', 'SK-0415', 'BK-M2', 'KM2-00388', '{}', 'Signage, South pier: clock starts in the wrong year after every night. Fan is fine.', 'Shelf 3 – “höft”', '2026-11-28 00:49:24.486+00', '{"after": "nothing", "marks": [], "notes": "", "powered": false, "measures": {}, "symptoms": []}', 2, NULL, false);
INSERT INTO bemtor.unit VALUES ('f4a261f7-1b38-4ca2-b37a-2dfe147cb033', 'SK-0363', 'BK-M2', 'KM2-00417', '{"bay": "2.5", "wireless": "yes"}', 'Signage, North pier: howls.', '', '2026-11-06 01:29:24.486+00', '{"after": "nothing", "marks": [], "notes": "", "powered": false, "measures": {}, "symptoms": []}', 1, '2026-11-07 01:29:24.486+00', false);
INSERT INTO bemtor.want VALUES ('53800075-1198-4f1a-86fc-29b96fc3654d', 'TB-44', 'T844', '', NULL, 2, 'wanted', '2026-11-28 01:35:43.201+00');
SELECT pg_catalog.setval('bemtor.audit_seq_seq', 1, false);
SELECT pg_catalog.setval('bemtor.part_sighting_id_seq', 1, false);
SELECT pg_catalog.setval('bemtor.shop_event_seq_seq', 5, true);
ALTER TABLE ONLY bemtor.act_picture
    ADD CONSTRAINT act_picture_pkey PRIMARY KEY (model_code, act, picture);
ALTER TABLE ONLY bemtor.audit
    ADD CONSTRAINT audit_pkey PRIMARY KEY (seq);
ALTER TABLE ONLY bemtor.device
    ADD CONSTRAINT device_pkey PRIMARY KEY (id);
ALTER TABLE ONLY bemtor.device
    ADD CONSTRAINT device_token_key UNIQUE (token);
ALTER TABLE ONLY bemtor.entry
    ADD CONSTRAINT entry_pkey PRIMARY KEY (recording_id, seq);
ALTER TABLE ONLY bemtor.entry
    ADD CONSTRAINT entry_recording_id_id_key UNIQUE (recording_id, id);
ALTER TABLE ONLY bemtor.event
    ADD CONSTRAINT event_job_id_id_key UNIQUE (job_id, id);
ALTER TABLE ONLY bemtor.event
    ADD CONSTRAINT event_pkey PRIMARY KEY (job_id, seq);
ALTER TABLE ONLY bemtor.fact
    ADD CONSTRAINT fact_pkey PRIMARY KEY (key);
ALTER TABLE ONLY bemtor.job
    ADD CONSTRAINT job_pkey PRIMARY KEY (id);
ALTER TABLE ONLY bemtor.migration
    ADD CONSTRAINT migration_pkey PRIMARY KEY (name);
ALTER TABLE ONLY bemtor.model
    ADD CONSTRAINT model_pkey PRIMARY KEY (code);
ALTER TABLE ONLY bemtor.pairing_code
    ADD CONSTRAINT pairing_code_pkey PRIMARY KEY (code);
ALTER TABLE ONLY bemtor.part_sighting
    ADD CONSTRAINT part_sighting_folded_number_role_part_model_code_source_wit_key UNIQUE (folded, number, role, part, model_code, source, witness);
ALTER TABLE ONLY bemtor.part_sighting
    ADD CONSTRAINT part_sighting_pkey PRIMARY KEY (id);
ALTER TABLE ONLY bemtor.person
    ADD CONSTRAINT person_pkey PRIMARY KEY (id);
ALTER TABLE ONLY bemtor.picture
    ADD CONSTRAINT picture_pkey PRIMARY KEY (id);
ALTER TABLE ONLY bemtor.recording
    ADD CONSTRAINT recording_pkey PRIMARY KEY (id);
ALTER TABLE ONLY bemtor.revision
    ADD CONSTRAINT revision_event_key UNIQUE (event);
ALTER TABLE ONLY bemtor.revision
    ADD CONSTRAINT revision_pkey PRIMARY KEY (model_code, number);
ALTER TABLE ONLY bemtor.sequence_text
    ADD CONSTRAINT sequence_text_pkey PRIMARY KEY (model_code);
ALTER TABLE ONLY bemtor.session
    ADD CONSTRAINT session_pkey PRIMARY KEY (token);
ALTER TABLE ONLY bemtor.setting
    ADD CONSTRAINT setting_pkey PRIMARY KEY (key);
ALTER TABLE ONLY bemtor.shop_event
    ADD CONSTRAINT shop_event_id_key UNIQUE (id);
ALTER TABLE ONLY bemtor.shop_event
    ADD CONSTRAINT shop_event_pkey PRIMARY KEY (seq);
ALTER TABLE ONLY bemtor.stock
    ADD CONSTRAINT stock_pkey PRIMARY KEY (folded);
ALTER TABLE ONLY bemtor.unit
    ADD CONSTRAINT unit_pkey PRIMARY KEY (id);
ALTER TABLE ONLY bemtor.want
    ADD CONSTRAINT want_pkey PRIMARY KEY (id);
CREATE INDEX audit_of_kind ON bemtor.audit USING btree (kind, seq);
CREATE INDEX audit_of_person ON bemtor.audit USING btree (person, seq);
CREATE INDEX entry_by ON bemtor.entry USING btree (by);
CREATE INDEX entry_picture ON bemtor.entry USING btree (recording_id) WHERE (kind = 'picture'::text);
CREATE INDEX entry_words ON bemtor.entry USING gin (bemtor.search_words((body ->> 'text'::text))) WHERE (kind = 'line'::text);
CREATE INDEX event_by ON bemtor.event USING btree (by);
CREATE INDEX event_notes ON bemtor.event USING gin (bemtor.search_words((body ->> 'text'::text))) WHERE (kind = 'note'::text);
CREATE INDEX event_picture ON bemtor.event USING btree (job_id) WHERE (kind = 'picture'::text);
CREATE INDEX event_remarks ON bemtor.event USING gin (bemtor.search_words((body ->> 'remark'::text))) WHERE (kind = 'closed'::text);
CREATE INDEX event_that_differs ON bemtor.event USING btree (job_id) WHERE (kind = 'differed'::text);
CREATE INDEX job_by_time ON bemtor.job USING btree (created_at DESC, id DESC);
CREATE INDEX job_by_unit ON bemtor.job USING btree (unit_id, created_at);
CREATE INDEX model_alike ON bemtor.model USING gin ((((((code || ' '::text) || maker) || ' '::text) || name)) bemtor.gin_trgm_ops);
CREATE INDEX model_words ON bemtor.model USING gin (bemtor.search_words(((((((code || ' '::text) || maker) || ' '::text) || name) || ' '::text) || form)));
CREATE INDEX part_sighting_alike ON bemtor.part_sighting USING gin (folded bemtor.gin_trgm_ops);
CREATE INDEX part_sighting_place ON bemtor.part_sighting USING btree (model_code, part);
CREATE INDEX part_sighting_prefix ON bemtor.part_sighting USING btree (folded text_pattern_ops);
CREATE INDEX part_words ON bemtor.part_sighting USING gin (bemtor.search_words(part_name));
CREATE UNIQUE INDEX person_name ON bemtor.person USING btree (lower(name));
CREATE INDEX recording_by_unit ON bemtor.recording USING btree (unit_id, started_at);
CREATE UNIQUE INDEX recording_of_unit ON bemtor.recording USING btree (unit_id) WHERE (joined_into IS NULL);
CREATE INDEX sequence_words ON bemtor.sequence_text USING gin (words);
CREATE INDEX session_of_device ON bemtor.session USING btree (device_id, person_id);
CREATE INDEX session_of_person ON bemtor.session USING btree (person_id) WHERE (ended_at IS NULL);
CREATE INDEX shop_event_of_subject ON bemtor.shop_event USING btree (subject, seq);
CREATE INDEX technician_renamed ON bemtor.shop_event USING btree (seq) WHERE (kind = 'technician-renamed'::text);
CREATE INDEX unit_alike ON bemtor.unit USING gin ((((label || ' '::text) || serial)) bemtor.gin_trgm_ops);
CREATE INDEX unit_by_serial ON bemtor.unit USING btree (model_code, serial);
CREATE UNIQUE INDEX unit_label_on_bench ON bemtor.unit USING btree (label) WHERE ((left_at IS NULL) AND (NOT withdrawn));
CREATE INDEX unit_left ON bemtor.unit USING btree (left_at) WHERE (left_at IS NOT NULL);
CREATE INDEX unit_notes ON bemtor.unit USING gin (bemtor.search_words(COALESCE((intake ->> 'notes'::text), ''::text)));
CREATE INDEX unit_on_bench ON bemtor.unit USING btree (arrived_at) WHERE (left_at IS NULL);
CREATE INDEX unit_words ON bemtor.unit USING gin (bemtor.search_words(((((((label || ' '::text) || serial) || ' '::text) || complaint) || ' '::text) || place)));
CREATE INDEX want_open ON bemtor.want USING btree (folded) WHERE (state = ANY (ARRAY['wanted'::text, 'ordered'::text]));
ALTER TABLE ONLY bemtor.act_picture
    ADD CONSTRAINT act_picture_model_code_fkey FOREIGN KEY (model_code) REFERENCES bemtor.model(code);
ALTER TABLE ONLY bemtor.entry
    ADD CONSTRAINT entry_device_id_fkey FOREIGN KEY (device_id) REFERENCES bemtor.device(id);
ALTER TABLE ONLY bemtor.entry
    ADD CONSTRAINT entry_person_id_fkey FOREIGN KEY (person_id) REFERENCES bemtor.person(id);
ALTER TABLE ONLY bemtor.entry
    ADD CONSTRAINT entry_recording_id_fkey FOREIGN KEY (recording_id) REFERENCES bemtor.recording(id);
ALTER TABLE ONLY bemtor.event
    ADD CONSTRAINT event_device_id_fkey FOREIGN KEY (device_id) REFERENCES bemtor.device(id);
ALTER TABLE ONLY bemtor.event
    ADD CONSTRAINT event_job_id_fkey FOREIGN KEY (job_id) REFERENCES bemtor.job(id);
ALTER TABLE ONLY bemtor.event
    ADD CONSTRAINT event_person_id_fkey FOREIGN KEY (person_id) REFERENCES bemtor.person(id);
ALTER TABLE ONLY bemtor.job
    ADD CONSTRAINT job_model_code_revision_fkey FOREIGN KEY (model_code, revision) REFERENCES bemtor.revision(model_code, number);
ALTER TABLE ONLY bemtor.job
    ADD CONSTRAINT job_unit_id_fkey FOREIGN KEY (unit_id) REFERENCES bemtor.unit(id);
ALTER TABLE ONLY bemtor.model
    ADD CONSTRAINT model_merged_into_fkey FOREIGN KEY (merged_into) REFERENCES bemtor.model(code);
ALTER TABLE ONLY bemtor.pairing_code
    ADD CONSTRAINT pairing_code_made_by_fkey FOREIGN KEY (made_by) REFERENCES bemtor.person(id);
ALTER TABLE ONLY bemtor.part_sighting
    ADD CONSTRAINT part_sighting_model_code_fkey FOREIGN KEY (model_code) REFERENCES bemtor.model(code);
ALTER TABLE ONLY bemtor.recording
    ADD CONSTRAINT recording_joined_into_fkey FOREIGN KEY (joined_into) REFERENCES bemtor.recording(id);
ALTER TABLE ONLY bemtor.recording
    ADD CONSTRAINT recording_unit_id_fkey FOREIGN KEY (unit_id) REFERENCES bemtor.unit(id);
ALTER TABLE ONLY bemtor.revision
    ADD CONSTRAINT revision_model_code_fkey FOREIGN KEY (model_code) REFERENCES bemtor.model(code);
ALTER TABLE ONLY bemtor.sequence_text
    ADD CONSTRAINT sequence_text_model_code_fkey FOREIGN KEY (model_code) REFERENCES bemtor.model(code);
ALTER TABLE ONLY bemtor.session
    ADD CONSTRAINT session_device_id_fkey FOREIGN KEY (device_id) REFERENCES bemtor.device(id);
ALTER TABLE ONLY bemtor.session
    ADD CONSTRAINT session_person_id_fkey FOREIGN KEY (person_id) REFERENCES bemtor.person(id);
ALTER TABLE ONLY bemtor.shop_event
    ADD CONSTRAINT shop_event_device_id_fkey FOREIGN KEY (device_id) REFERENCES bemtor.device(id);
ALTER TABLE ONLY bemtor.shop_event
    ADD CONSTRAINT shop_event_person_id_fkey FOREIGN KEY (person_id) REFERENCES bemtor.person(id);
ALTER TABLE ONLY bemtor.unit
    ADD CONSTRAINT unit_model_code_fkey FOREIGN KEY (model_code) REFERENCES bemtor.model(code);
ALTER TABLE ONLY bemtor.want
    ADD CONSTRAINT want_unit_id_fkey FOREIGN KEY (unit_id) REFERENCES bemtor.unit(id);
