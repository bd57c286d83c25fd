import type { Answer, Id } from '@deft/core/page';
import type { LineFigures } from '@deft/core/strokes';
import { taskSchema, type TaskBrief, type TaskOf } from './tasks.ts';
import { attachSchema, drawingPatchSchema, drawingsQuerySchema, type Drawing } from './drawings.ts';
import { boardPatchSchema, newBoardSchema, type Board } from './boards.ts';
import { batchSchema } from './operations.ts';
import { drawingSchema, pageExportSchema, readOnSchema } from './pages.ts';
import { inkQuerySchema, joiningSchema, liftingSchema, type PaperWork } from './papers.ts';
import {
  practiceQuerySchema,
  removalsSchema,
  removingSchema,
  studyQuerySchema,
  type Removal,
} from './practice.ts';
import { recipeOfSchema, recipeOrderSchema, type TracedRecipe } from './recipes.ts';
import {
  markChangeSchema,
  markSchema,
  preparationSchema,
  referencePatchSchema,
  referenceQuerySchema,
  revisionQuerySchema,
  type KeptPreparation,
  type NoticedRule,
  type Reference,
  type ReferenceBrief,
  type Listed,
} from './references.ts';
import {
  attemptPatchSchema,
  newAttemptSchema,
  newStudySchema,
  reportSchema,
  studyPatchSchema,
  tracePatchSchema,
  type KeptReport,
  type NoticedOn,
  type Study,
  type StudyBrief,
  type TraceOn,
} from './resources.ts';
import { answers } from './route.ts';
import {
  doorSchema,
  faultSchema,
  searchSchema,
  takeSchema,
  type Door,
  type Fault,
  type OfferedPage,
} from './services.ts';
import {
  clockSchema,
  newSessionSchema,
  planSchema,
  posePatchSchema,
  sessionPatchSchema,
  type KeptPlan,
  type Session,
  type SessionBrief,
} from './sessions.ts';
import {
  manyPatchSchema,
  manySchema,
  membersSchema,
  moveSchema,
  newSetSchema,
  setPatchSchema,
  type Member,
  type ReferenceSet,
} from './sets.ts';

/** Whether the desk is open, and the titles of references whose original is gone. */
export interface Health {
  readonly desk: 'open';
  readonly lost: readonly string[];
}

/** A file, or a stream: an answer that is no JSON. */
type File = never;
/** The change was made; there is nothing to tell. */
type Done = undefined;

/** Everything that can be asked of the desk, once for both sides of the wire. */
export const API = {
  health: answers<Health>()('GET', '/health'),
  pages: {
    /** An `Answer`, which goes out as the database writes it. */
    readText: answers<File>()('GET', '/pages/:page/operations', { query: readOnSchema }),
    append: answers<Answer>()('POST', '/pages/:page/operations', { body: batchSchema }),
    stream: answers<File>()('GET', '/pages/:page/stream'),
    svg: answers<File>()('GET', '/pages/:page/page.svg', { query: pageExportSchema }),
    png: answers<File>()('GET', '/pages/:page/page.png', { query: pageExportSchema }),
  },
  references: {
    list: answers<Listed<ReferenceBrief>>()('GET', '/references', { query: referenceQuerySchema }),
    ids: answers<Id[]>()('GET', '/references/ids', { query: referenceQuerySchema }),
    /** With files in a form; `BroughtLine`s come back. */
    bring: answers<File>()('POST', '/references'),
    take: answers<File>()('POST', '/references/take', { body: takeSchema }),
    changeMany: answers<{ changed: number }>()('PATCH', '/references', { body: manyPatchSchema }),
    alike: answers<ReferenceBrief[][]>()('GET', '/references/alike'),
    keepAlike: answers<Done>()('POST', '/references/alike/keep', { body: manySchema }),
    /** As it is seen now, or as it was seen at a revision. */
    read: answers<Reference>()('GET', '/references/:id', { query: revisionQuerySchema }),
    change: answers<Reference>()('PATCH', '/references/:id', { body: referencePatchSchema }),
    putMark: answers<Reference>()('PUT', '/references/:id/marks/:mark', { body: markSchema }),
    removeMark: answers<Reference>()('DELETE', '/references/:id/marks/:mark'),
    changeMarks: answers<Reference>()('POST', '/references/:id/marks', { body: markChangeSchema }),
    /** What was noticed of how its places lie to each other, on it or on others of its subject. */
    rules: answers<NoticedRule[]>()('GET', '/references/:id/rules'),
    preparations: answers<KeptPreparation[]>()('GET', '/references/:id/preparations'),
    prepare: answers<Reference>()('POST', '/references/:id/preparations', { body: preparationSchema }),
    picture: answers<File>()('GET', '/references/:id/picture', { query: revisionQuerySchema }),
    preview: answers<File>()('GET', '/references/:id/preview', { query: revisionQuerySchema }),
    small: answers<File>()('GET', '/references/:id/small', { query: revisionQuerySchema }),
    original: answers<File>()('GET', '/references/:id/original'),
  },
  sets: {
    list: answers<ReferenceSet[]>()('GET', '/sets'),
    make: answers<ReferenceSet>()('POST', '/sets', { body: newSetSchema }),
    change: answers<ReferenceSet>()('PATCH', '/sets/:id', { body: setPatchSchema }),
    /** Its pictures in their order, each with its trace. */
    traces: answers<TraceOn[]>()('GET', '/sets/:id/traces'),
    remove: answers<Done>()('DELETE', '/sets/:id'),
    restore: answers<ReferenceSet>()('POST', '/sets/:id/back'),
    addMembers: answers<ReferenceSet>()('POST', '/sets/:id/members', { body: manySchema }),
    removeMembers: answers<Member[]>()('DELETE', '/sets/:id/members', { body: manySchema }),
    restoreMembers: answers<ReferenceSet>()('POST', '/sets/:id/members/back', { body: membersSchema }),
    moveMember: answers<Done>()('POST', '/sets/:id/order', { body: moveSchema }),
    zip: answers<File>()('GET', '/sets/:id/set.zip'),
  },
  boards: {
    list: answers<Board[]>()('GET', '/boards'),
    make: answers<Board>()('POST', '/boards', { body: newBoardSchema }),
    read: answers<Board>()('GET', '/boards/:id'),
    change: answers<Board>()('PATCH', '/boards/:id', { body: boardPatchSchema }),
    remove: answers<Done>()('DELETE', '/boards/:id'),
    restore: answers<Board>()('POST', '/boards/:id/back'),
    /** The traces over its pictures, a row for each. */
    traces: answers<TraceOn[]>()('GET', '/boards/:id/traces'),
    /** Keeps what was traced over its pictures as traces of theirs. */
    keepTraces: answers<TraceOn[]>()('POST', '/boards/:id/traces'),
    png: answers<File>()('GET', '/boards/:id/board.png'),
    pdf: answers<File>()('GET', '/boards/:id/board.pdf'),
  },
  sessions: {
    list: answers<Listed<SessionBrief>>()('GET', '/sessions', { query: practiceQuerySchema }),
    ids: answers<Id[]>()('GET', '/sessions/ids', { query: practiceQuerySchema }),
    start: answers<Session>()('POST', '/sessions', { body: newSessionSchema }),
    read: answers<Session>()('GET', '/sessions/:id'),
    change: answers<Session>()('PATCH', '/sessions/:id', { body: sessionPatchSchema }),
    putClock: answers<Done>()('PUT', '/sessions/:id/clock', { body: clockSchema }),
    changePose: answers<Session>()('PATCH', '/sessions/:id/poses/:pose', { body: posePatchSchema }),
    /** *Not this one*: another picture of the set takes the place of the pose's, or its other comes back. */
    anotherPicture: answers<Session>()('POST', '/sessions/:id/poses/:pose/another-picture'),
    png: answers<File>()('GET', '/sessions/:id/sheet.png'),
    pdf: answers<File>()('GET', '/sessions/:id/sheet.pdf'),
    papers: answers<PaperWork[]>()('GET', '/sessions/:id/papers'),
    /** With a photo in a form; a `PaperWork` comes back. */
    photograph: answers<File>()('POST', '/sessions/:id/papers'),
    photographSimulated: answers<PaperWork>()('POST', '/sessions/:id/papers/camera'),
  },
  papers: {
    photo: answers<File>()('GET', '/papers/:id/photo'),
    ink: answers<File>()('GET', '/papers/:id/ink', { query: inkQuerySchema }),
    lift: answers<PaperWork>()('PUT', '/papers/:id/lifted', { body: liftingSchema }),
    joinPoses: answers<Done>()('PUT', '/papers/:id/poses', { body: joiningSchema }),
  },
  plans: {
    list: answers<KeptPlan[]>()('GET', '/plans'),
    keep: answers<KeptPlan>()('PUT', '/plans/:id', { body: planSchema }),
    remove: answers<Done>()('DELETE', '/plans/:id'),
  },
  studies: {
    list: answers<Listed<StudyBrief>>()('GET', '/studies', { query: studyQuerySchema }),
    ids: answers<Id[]>()('GET', '/studies/ids', { query: studyQuerySchema }),
    open: answers<Study>()('POST', '/studies', { body: newStudySchema }),
    read: answers<Study>()('GET', '/studies/:id'),
    change: answers<Study>()('PATCH', '/studies/:id', { body: studyPatchSchema }),
    addTrace: answers<Study>()('POST', '/studies/:id/traces'),
    changeTrace: answers<Study>()('PATCH', '/studies/:id/traces/:trace', { body: tracePatchSchema }),
    addAttempt: answers<Study>()('POST', '/studies/:id/attempts', { body: newAttemptSchema }),
    papers: answers<PaperWork[]>()('GET', '/studies/:id/papers'),
    /** With a photo in a form; a `PaperWork` comes back. */
    photograph: answers<File>()('POST', '/studies/:id/papers'),
    /** The newest first. */
    reports: answers<KeptReport[]>()('GET', '/studies/attempts/:attempt/reports'),
    keepReport: answers<Done>()('POST', '/studies/attempts/:attempt/reports', { body: reportSchema }),
    /**
     * How the lines of the student's other drawings were drawn that were given about as much time, the newest
     * first.
     */
    otherLines: answers<LineFigures[]>()('GET', '/studies/attempts/:attempt/other-lines'),
    /** What was noticed on the pictures that are in a set with a study's. */
    sisters: answers<NoticedOn[]>()('GET', '/studies/:id/sisters'),
    changeAttempt: answers<Done>()('PATCH', '/studies/attempts/:attempt', { body: attemptPatchSchema }),
    /** The drawing as a small picture, as lists show it. */
    drawing: answers<File>()('GET', '/studies/attempts/:attempt/drawing', { query: drawingSchema }),
  },
  /** What was set to be drawn in a study. */
  tasks: {
    /** Those that are nearest first; those with time last. */
    list: answers<TaskBrief[]>()('GET', '/tasks'),
    read: answers<TaskOf>()('GET', '/studies/:id/task'),
    put: answers<TaskOf>()('PUT', '/studies/:id/task', { body: taskSchema }),
    remove: answers<Done>()('DELETE', '/studies/:id/task'),
    /** The task with its checklist and the study's drawings as one PDF. */
    handIn: answers<File>()('GET', '/studies/:id/hand-in.pdf'),
  },
  /** Pages that are drawn on without a reference. */
  drawings: {
    /** The newest first. */
    list: answers<Listed<Drawing>>()('GET', '/drawings', { query: drawingsQuerySchema }),
    make: answers<Drawing>()('POST', '/drawings'),
    read: answers<Drawing>()('GET', '/drawings/:id'),
    change: answers<Drawing>()('PATCH', '/drawings/:id', { body: drawingPatchSchema }),
    /** Makes it an attempt of a picture's study, which is begun where there is none. */
    attach: answers<Study>()('POST', '/drawings/:id/reference', { body: attachSchema }),
    /** Makes an attempt that was attached a page without a reference again. */
    detach: answers<Drawing>()('DELETE', '/drawings/:id/reference'),
  },
  recipes: {
    read: answers<TracedRecipe>()('GET', '/recipes', { query: recipeOfSchema }),
    /** The order in which its parts are drawn. */
    order: answers<TracedRecipe>()('PUT', '/recipes/order', { body: recipeOrderSchema }),
  },
  /** Sessions, studies and attempts that were removed; after `KEPT_DAYS` they go for good. */
  removed: {
    list: answers<Removal[]>()('GET', '/removed'),
    remove: answers<Id[]>()('POST', '/removed', { body: removingSchema }),
    restore: answers<Done>()('POST', '/removed/back', { body: removalsSchema }),
    forGood: answers<Done>()('DELETE', '/removed', { body: removalsSchema }),
  },
  service: {
    search: answers<OfferedPage>()('GET', '/services/pictures', { query: searchSchema }),
    preview: answers<File>()('GET', '/services/pictures/:key/preview'),
    setFault: answers<{ fault: Fault }>()('PUT', '/services/pictures/fault', { body: faultSchema }),
  },
  door: {
    read: answers<Door>()('GET', '/door'),
    set: answers<Door>()('PUT', '/door', { body: doorSchema }),
    removeGuest: answers<Door>()('DELETE', '/door/guests/:id'),
  },
  exports: {
    /** A file that was made line by line; it is given out once. */
    fetch: answers<File>()('GET', '/exports/:id'),
  },
} as const;
