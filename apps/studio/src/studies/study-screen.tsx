import { useRouter } from 'expo-router';
import { useCallback, useEffect, useState } from 'react';
import { View } from 'react-native';
import type { Id } from '@deft/core/page';
import { PASSES, type Pass, type Study } from '@deft/contract';
import {
  sentenceOf,
  useAddAttemptMutation,
  useAddTraceMutation,
  useChangeStudyMutation,
  useStudyQuery,
} from '../data/api';
import { usePage } from '../data/use-page';
import { Fan } from '../page/parts/fan';
import { SaveSign, SlimLine } from '../page/parts/slim-line';
import { WordAct } from '../ui/acts';
import { Waiting } from '../ui/screen';
import { usePalette, useWide } from '../ui/use-desk-theme';
import { Words } from '../ui/words';
import { CheckPass } from './check-pass';
import { PagePass } from './page-pass';
import { PASS_NAMES } from './words';

/** Where one wants to begin in a study; where it was left, if that is not said. */
interface Asked {
  readonly attempt: Id | null;
  readonly pass: Pass | null;
}

/** One reference studied slowly: its passes, each on its own page. */
export function StudyScreen({ id, asked }: { readonly id: Id; readonly asked: Asked }) {
  const palette = usePalette();
  const { data: study, isError, error, refetch } = useStudyQuery(id);
  if (!study)
    return (
      <View style={{ flex: 1, padding: 24, backgroundColor: palette.desk }}>
        <Waiting failed={isError} said={sentenceOf(error)} retry={() => void refetch()} />
      </View>
    );
  return <OpenStudy study={study} asked={asked} />;
}

function OpenStudy({ study, asked }: { readonly study: Study; readonly asked: Asked }) {
  const palette = usePalette();
  const wide = useWide();
  const router = useRouter();
  const [changeStudy] = useChangeStudyMutation();
  const [addTrace, tracing] = useAddTraceMutation();
  const [addAttempt, attempting] = useAddAttemptMutation();
  const [pass, setPass] = useState<Pass>(asked.pass ?? study.pass);
  const [attemptId, setAttempt] = useState<Id | null>(asked.attempt);
  const [passesOpen, setPassesOpen] = useState(false);
  const [pageOnly, setPageOnly] = useState(false);
  const attempt = study.attempts.find((a) => a.id === attemptId) ?? study.attempts.at(-1) ?? null;
  const trace = study.traces.at(-1) ?? null;

  const go = useCallback(
    (to: Pass): void => {
      setPass(to);
      setPassesOpen(false);
      void changeStudy({ id: study.id, pass: to });
    },
    [changeStudy, study.id],
  );
  useEffect(() => {
    if (pass === 'trace' && !trace && tracing.isUninitialized) void addTrace(study.id);
    if (pass === 'build' && !attempt && attempting.isUninitialized) void addAttempt(study.id);
  }, [
    pass,
    trace,
    attempt,
    tracing.isUninitialized,
    attempting.isUninitialized,
    addTrace,
    addAttempt,
    study.id,
  ]);

  const anew = useCallback(async (): Promise<void> => {
    const more = await addAttempt(study.id).unwrap();
    setAttempt(more.attempts.at(-1)?.id ?? null);
    go('build');
  }, [addAttempt, study.id, go]);

  const page = pass === 'trace' ? trace?.page : attempt?.page;
  const keeper = usePage(page ?? null);
  const tracePage = usePage(pass === 'trace' ? null : (trace?.page ?? null));
  const nth = attempt ? study.attempts.indexOf(attempt) + 1 : 1;
  const passLabel = pass === 'build' ? `Build ${nth}` : PASS_NAMES[pass];
  const passes = PASSES.map((value) => ({
    value,
    label: PASS_NAMES[value],
    disabled: value === 'check' && !attempt,
  }));

  const line = (
    <SlimLine
      left={
        <View style={{ flexDirection: 'row', alignItems: 'center' }}>
          <WordAct
            label="‹"
            spoken="Back to the desk"
            onPress={() => (router.canGoBack() ? router.back() : router.replace('/studies'))}
            style={{ minWidth: 34 }}
          />
          {wide ? (
            <>
              <Words size={17} kind="heading" lines={1} style={{ marginRight: 22 }}>
                {study.reference.title}
              </Words>
              {passes.map(({ value, label, disabled }) => (
                <WordAct
                  key={value}
                  label={value === pass ? passLabel : label}
                  on={value === pass}
                  disabled={disabled}
                  soft
                  onPress={() => go(value)}
                  style={{ marginRight: 18 }}
                />
              ))}
            </>
          ) : (
            <WordAct
              label={`${passLabel} ▾`}
              spoken={`Pass: ${passLabel}`}
              on={passesOpen}
              onPress={() => setPassesOpen(!passesOpen)}
              testID="passes"
            />
          )}
        </View>
      }
      middle={keeper ? <SaveSign keeper={keeper} /> : <View />}
      right={
        <View style={{ flexDirection: 'row' }}>
          {study.attempts.length > 1 && pass !== 'trace' ? (
            <WordAct
              small
              label={`${nth} of ${study.attempts.length}`}
              spoken={`${nth} of ${study.attempts.length}, show the next attempt`}
              onPress={() => setAttempt(study.attempts[nth % study.attempts.length]?.id ?? null)}
            />
          ) : null}
          {pass === 'build' && wide ? (
            <WordAct small label="New attempt" onPress={() => void anew()} />
          ) : null}
          {pass === 'trace' ? (
            <WordAct
              label="Build ›"
              spoken="Go on to Build"
              on
              testID="next-pass"
              onPress={() => go('build')}
            />
          ) : null}
          {pass === 'build' ? (
            <WordAct
              label="Check ›"
              spoken="Go on to Check"
              on
              testID="next-pass"
              onPress={() => go('check')}
            />
          ) : null}
        </View>
      }
    />
  );
  return (
    <View style={{ flex: 1, backgroundColor: palette.desk }}>
      {pageOnly && (pass === 'trace' || pass === 'build') ? null : line}
      <View style={{ flex: 1 }}>
        {passesOpen ? (
          <Fan
            side="top"
            label="Passes"
            options={passes}
            value={pass}
            onChoose={go}
            onClose={() => setPassesOpen(false)}
          />
        ) : null}
        {!keeper ? (
          <View style={{ padding: 24 }}>
            <Waiting
              failed={tracing.isError || attempting.isError}
              retry={() => {
                tracing.reset();
                attempting.reset();
              }}
            />
          </View>
        ) : pass === 'check' && attempt ? (
          <CheckPass
            key={attempt.id}
            study={study}
            attempt={attempt}
            keeper={keeper}
            trace={tracePage}
            onAnew={() => void anew()}
          />
        ) : (
          <PagePass
            key={`${keeper.page} ${pass === 'trace' ? '' : attempt?.id}`}
            pass={pass === 'trace' ? 'trace' : 'build'}
            study={study}
            keeper={keeper}
            trace={tracePage}
            region={pass === 'trace' ? null : (attempt?.region ?? null)}
            pageOnly={pageOnly}
            onPageOnly={setPageOnly}
          />
        )}
      </View>
    </View>
  );
}
