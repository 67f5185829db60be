/** Walks and classes of one group as a series: what was met before, what is new, who came. */

export interface Meeting {
  readonly id: string;
  readonly name: string;
  readonly isoDate: string;
  /** Something was recorded on it. */
  readonly isRecorded: boolean;
  /** Plants that were met, or where it is still to come that are planned, in their order. */
  readonly taxa: readonly string[];
  /** By person: here, late or not coming; nobody is in it of whom nothing was tapped. */
  readonly attendance: ReadonlyMap<string, string>;
}

export interface MeetingInCourse extends Meeting {
  /** Plants that no meeting before had. */
  readonly fresh: readonly string[];
  readonly again: readonly string[];
}

/** The meetings in their order, each with what is new on it. What was planned and not recorded is not met. */
export function courseOf(meetings: readonly Meeting[], today: string): MeetingInCourse[] {
  const met = new Set<string>();
  return [...meetings]
    .sort((a, b) => a.isoDate.localeCompare(b.isoDate) || a.id.localeCompare(b.id))
    .map((meeting) => {
      const taxa = [...new Set(meeting.taxa)];
      const fresh = taxa.filter((taxon) => !met.has(taxon));
      const again = taxa.filter((taxon) => met.has(taxon));
      if (meeting.isRecorded || meeting.isoDate >= today) for (const taxon of taxa) met.add(taxon);
      return { ...meeting, taxa, fresh, again };
    });
}

/** At how many of the recorded meetings somebody was. */
export const attendedBy = (
  meetings: readonly Meeting[],
  person: string
): { readonly came: number; readonly of: number } => {
  const recorded = meetings.filter(({ isRecorded }) => isRecorded);
  return {
    came: recorded.filter(({ attendance }) => attendance.get(person) === 'here').length,
    of: recorded.length
  };
};

/** A quiz of a group: when it is sat first, and of one that is sat twice when it is sat again. */
export interface CourseQuiz {
  readonly id: string;
  readonly name: string;
  readonly openedOn: string;
  /** Undefined: sat once. */
  readonly againFrom: string | undefined;
}

/** What learners were asked to bring or to send from home. */
export interface CourseTask {
  readonly id: string;
  /** The day on which it was given. */
  readonly givenOn: string;
  readonly until: string;
  readonly bring: string;
}

export type CourseStep =
  | { readonly kind: 'quiz'; readonly isoDate: string; readonly quiz: CourseQuiz; readonly isAgain: boolean }
  | { readonly kind: 'meeting'; readonly isoDate: string; readonly meeting: MeetingInCourse }
  | { readonly kind: 'task'; readonly isoDate: string; readonly task: CourseTask };

/** On one day a quiz comes before the meeting, what is asked again and what is taken home after it. */
const onOneDay = (step: CourseStep): number =>
  step.kind === 'meeting' ? 1 : step.kind === 'quiz' ? (step.isAgain ? 2 : 0) : 3;

/** Meetings, quizzes and tasks of a course in one order. */
export function courseSteps(
  meetings: readonly MeetingInCourse[],
  quizzes: readonly CourseQuiz[],
  tasks: readonly CourseTask[]
): CourseStep[] {
  const steps: CourseStep[] = [
    ...meetings.map((meeting) => ({ kind: 'meeting' as const, isoDate: meeting.isoDate, meeting })),
    ...quizzes.flatMap((quiz) => [
      { kind: 'quiz' as const, isoDate: quiz.openedOn, quiz, isAgain: false },
      ...(quiz.againFrom === undefined
        ? []
        : [{ kind: 'quiz' as const, isoDate: quiz.againFrom, quiz, isAgain: true }])
    ]),
    ...tasks.map((task) => ({ kind: 'task' as const, isoDate: task.givenOn, task }))
  ];
  return steps.sort((a, b) => a.isoDate.localeCompare(b.isoDate) || onOneDay(a) - onOneDay(b));
}
