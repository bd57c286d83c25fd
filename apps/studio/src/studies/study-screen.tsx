import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { traceMarks } from '@deft/core/findings';
import type { Id } from '@deft/core/page';
import type { Recipe } from '@deft/core/recipe';
import type { Board, Pass as PassKey, Study } from '@deft/contract';
import { sentenceOf } from '../data/refusals';
import { usePage, useThings } from '../data/use-page';
import { ChoiceMenu } from '../page/parts/choice-menu';
import { PageShell } from '../page/shell/page-shell';
import { Waiting } from '../ui/screen';
import { usePalette } from '../ui/use-desk-theme';
import { useStudyQuery } from './api';
import { AboutStudy } from './about-study';
import { AttemptsPanel } from './attempts-panel';
import { STUDY_PASSES } from './passes';
import { StudyContext, type OpenedStudy, type Steps, type Together } from './study-context';
import { passOptions, StudyLine } from './study-line';
import { useStudyFlow, type Asked } from './use-study-flow';
import { FROM_KNOWLEDGE } from './words';

/** One reference studied slowly: its passes, each on its own page. */
interface StudyScreenProps {
  readonly id: Id;
  readonly asked: Asked;
  readonly together: Together | null;
}

export function StudyScreen({ id, asked, together }: StudyScreenProps) {
  const palette = usePalette();
  const { data: study, isError, error, refetch } = useStudyQuery(id);
  if (!study)
    return (
      <View style={[styles.waiting, { backgroundColor: palette.desk }]}>
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      </View>
    );
  return <OpenStudy key={study.id} study={study} asked={asked} together={together} />;
}

function OpenStudy({ study, asked, together }: Omit<StudyScreenProps, 'id'> & { readonly study: Study }) {
  const palette = usePalette();
  const flow = useStudyFlow(study, asked);
  const { pass, attempt, go, beginAnew, showCopy, showAttempt } = flow;
  const { page, shell: own, Screen } = STUDY_PASSES[pass];
  const fromKnowledge = page === 'attempt' && attempt?.source === 'knowledge';
  // The picture stays away until one asks for it.
  const shell = useMemo(
    () => (own && fromKnowledge ? { ...own, firstPlace: () => 'Away' as const, hint: FROM_KNOWLEDGE } : own),
    [own, fromKnowledge],
  );
  const [passesOpen, setPassesOpen] = useState(false);
  const [leaf, setLeaf] = useState<'about' | 'attempts' | null>(null);
  const [pageOnly, setPageOnly] = useState(false);
  const [board, setBoard] = useState<Board | null>(null);
  const [over, setOver] = useState<Id | null>(null);
  const [traceShown, setTraceShown] = useState(false);
  const [recipeBeside, setRecipeBeside] = useState<Recipe | null>(null);
  const [steps, setSteps] = useState<Steps | null>(null);
  const keeper = usePage(
    page === 'trace' ? (flow.trace?.page ?? null) : page ? (attempt?.page ?? null) : null,
  );
  const trace = usePage(page === 'attempt' ? (flow.trace?.page ?? null) : null);
  const traced = useThings(trace, ['form', 'landmark', 'placement', 'sheet']);
  const traceDrawn = trace && traceShown ? traceMarks(traced, study.reference.id) : [];
  const marks = [...(page === 'attempt' ? (attempt?.marks ?? []) : []), ...traceDrawn];
  // Before it has come, a page has no sheets.
  const nothingTraced = trace !== null && traceShown && traced.size > 0 && traceDrawn.length === 0;
  const opened: OpenedStudy = {
    ...{ study, attempt, keeper, trace, beginAnew, showCopy, showAttempt },
    ...{ recipeBeside, setRecipeBeside, steps, setSteps, together },
    ...{ board, setBoard, over, setOver, traceShown, setTraceShown, nothingTraced },
    showTrace: flow.showTrace,
    traceAgain: flow.traceAgain,
    markTrace: flow.markTrace,
    goOnDrawing: () => go('build'),
  };
  const choose = (to: PassKey): void => {
    setPassesOpen(false);
    go(to);
  };
  const line = (
    <StudyLine
      study={study}
      flow={flow}
      keeper={keeper}
      passesOpen={passesOpen}
      onPasses={() => setPassesOpen(!passesOpen)}
      onAbout={() => setLeaf('about')}
      onAttempts={() => setLeaf('attempts')}
      onPass={choose}
    />
  );
  const waiting = page !== null && !keeper;
  return (
    <StudyContext.Provider value={opened}>
      <View style={[styles.fill, { backgroundColor: palette.desk }]}>
        {shell && keeper ? (
          <PageShell
            key={`${pass} ${keeper.page} ${page === 'trace' ? '' : attempt?.id}`}
            line={line}
            pass={shell}
            keeper={keeper}
            reference={study.reference}
            region={page === 'trace' ? null : (attempt?.region ?? null)}
            marks={marks}
            pageOnly={pageOnly}
            onPageOnly={setPageOnly}
          />
        ) : (
          <>
            {line}
            <View style={styles.fill}>
              {waiting ? (
                <View style={styles.waiting}>
                  <Waiting failed={flow.failed} retry={flow.retry} />
                </View>
              ) : Screen ? (
                <Screen />
              ) : null}
            </View>
          </>
        )}
        {leaf === 'about' ? <AboutStudy onClose={() => setLeaf(null)} /> : null}
        {leaf === 'attempts' ? <AttemptsPanel onClose={() => setLeaf(null)} /> : null}
        {passesOpen ? (
          <View style={styles.passes}>
            <ChoiceMenu
              side="top"
              label="Passes"
              options={passOptions(attempt !== null)}
              value={pass}
              onChoose={choose}
              onClose={() => setPassesOpen(false)}
            />
          </View>
        ) : null}
      </View>
    </StudyContext.Provider>
  );
}

const styles = StyleSheet.create({
  fill: { flex: 1 },
  waiting: { flex: 1, padding: 24 },
  // Under the slim line, over everything else.
  passes: { position: 'absolute', top: 46, left: 0, right: 0, bottom: 0, pointerEvents: 'box-none' },
});
