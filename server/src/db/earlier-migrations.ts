/** A migration as it was run by an earlier version of the program. */
interface Earlier {
  sha256: string;
  /** What it did not do yet; nothing where it did the same. */
  catchUp?: string;
}

const SAME_FORM = [
  '8ce568268a42855fbda742888ba09313ac189a1e46de7d23b928e263a432913e',
  'f0df94d0279c3c57d529a41a769c912bb729fb5c0f877bbbee46fc22aad79440',
  'c18f46f84e55ecea58655dc5840e7d70c3f93d68a0e8c6b1fff13b2863a9a833',
  '918d21929c7bd03a5fe039e3473feca1396953e16c6e2bd90acc06509bf41a77',
  '91d55aee0c67599601eef43100c548c20f23155ff0681789fa583886baa28eef',
  'b453b154a05e0f2d2eb808f7d1647eabf515947c76179783c4f78aa256a92990',
  'dd85a16185fee5ab3a1fa69cab14adf807772fc6e7f8f821d99dfb63de08cdd7',
  '7873a3022d410367626bc4e106e1812642860842f802dc9dff459b96be1516d2',
];

/**
 * What some migrations were when they were run by versions of the program that went about while they still changed. A database that has
 * one of these is caught up with, and opens. The forms of 018 differ only in the facts that they give steps and sheets beyond what was
 * known then: 032 gives these to all that lack them.
 */
export const EARLIER: Readonly<Record<string, readonly Earlier[]>> = {
  '010-mend.sql': [
    {
      sha256: 'eb691449dc2e0e9f6e0bb6420c59cc98f0b159bc67fbf020a2704af8fb8c9a03',
      catchUp: `ALTER TABLE job_step ADD COLUMN is_process_guessed boolean NOT NULL DEFAULT false;
        UPDATE recipe SET sort_name = '';`,
    },
    {
      sha256: '6d25e1779df8d95a62c63a74904bb487fcad217c454994cbd7a833ddb32fbabe',
      catchUp: `UPDATE recipe SET sort_name = '';`,
    },
  ],
  '012-run-book.sql': [
    {
      sha256: 'aa3885d276c30b17dec6bc758e8b99f3f13cb19bbb9e89604295515549170c40',
      catchUp: `DROP INDEX run_on_machine;
        CREATE UNIQUE INDEX run_on_machine ON run (workshop_id, machine_id) WHERE state IN ('holding', 'running', 'paused') AND NOT by_hand;`,
    },
  ],
  '018-form.ts': SAME_FORM.map((sha256) => ({ sha256 })),
  '022-ways.sql': [
    {
      sha256: '1c9d01c2380f8a778396814e8f0e72fe5fc5a8117ff8793d3dcc04f95fbad0ec',
      catchUp: 'ALTER TABLE job_step ADD COLUMN is_from_back boolean NOT NULL DEFAULT false;',
    },
    { sha256: 'b89def99600de4d05ba7cb4176cf69ff658fccf8bfa41568e8320d034bfa14ae' },
  ],
  '027-machine.sql': [
    {
      sha256: '9c4246ab2cb7994a68817ae389ceb8889be7f007443110875ee0ff355e8b2eda',
      catchUp: `ALTER TABLE run
          ADD COLUMN driver text NOT NULL DEFAULT 'stand-in' CHECK (driver IN ('stand-in', 'cable', 'by-hand')),
          ADD COLUMN ticked jsonb NOT NULL DEFAULT '[]',
          ADD COLUMN interruption jsonb,
          ADD COLUMN confirmed_line integer NOT NULL DEFAULT 0,
          ADD COLUMN nudge jsonb,
          ADD COLUMN planned_tool_life integer,
          ADD COLUMN planned_revision integer,
          ADD COLUMN only_parts jsonb,
          ADD COLUMN part_outcomes jsonb NOT NULL DEFAULT '[]',
          ADD COLUMN stronger jsonb,
          ADD COLUMN symptom text,
          ADD COLUMN photo_id uuid;
        UPDATE run SET driver = 'by-hand' WHERE by_hand;
        ALTER TABLE run_series ADD COLUMN is_led boolean NOT NULL DEFAULT false;
        CREATE TABLE preparation_line (
          workshop_id uuid NOT NULL REFERENCES workshop,
          id uuid NOT NULL,
          text text NOT NULL CHECK (length(text) BETWEEN 1 AND 200),
          process text,
          machine_id uuid,
          archived_at timestamptz,
          created_at timestamptz NOT NULL DEFAULT now(),
          PRIMARY KEY (id),
          UNIQUE (workshop_id, id),
          FOREIGN KEY (workshop_id, machine_id) REFERENCES machine (workshop_id, id)
        );`,
    },
    {
      sha256: '375d4571f0afb40c312560770bfa0d850542eece40ee23e5a431e1fae926dc9c',
      catchUp: 'ALTER TABLE run ADD COLUMN stronger jsonb;',
    },
  ],
  '029-at-the-press.sql': [
    {
      sha256: '9253ba13f758e34dd3d849a78f02fb1f8d8de61785a6a45f7ca1a0460eb535f3',
      catchUp: `UPDATE job SET mockup_photo_id = NULL
          WHERE NOT EXISTS (SELECT FROM photo p WHERE p.workshop_id = job.workshop_id AND p.id = mockup_photo_id);
        UPDATE quote SET photo_id = NULL
          WHERE NOT EXISTS (SELECT FROM photo p WHERE p.workshop_id = quote.workshop_id AND p.id = photo_id);
        ALTER TABLE job ADD FOREIGN KEY (workshop_id, mockup_photo_id) REFERENCES photo (workshop_id, id);
        ALTER TABLE quote ADD FOREIGN KEY (workshop_id, photo_id) REFERENCES photo (workshop_id, id);`,
    },
  ],
};
