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
