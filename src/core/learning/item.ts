import type { Library } from '../knowledge';
import {
  type Answering,
  type OpenPicture,
  type Specification,
  aboutQuestion,
  inProgram,
  onPaper,
  pose
} from './drills';
import type { QuestionImage } from './picture';

/** A question as other programs take it: what is shown, what is chosen and the reason, and nothing of the drill. */

export interface ItemPicture {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** What it shows, for those who do not see it; empty where nobody has said. */
  readonly words: string;
  readonly image: QuestionImage;
}

export interface Item {
  readonly title: string;
  /** In paragraphs. */
  readonly asks: readonly string[];
  /** All its pictures, those of its options among them. */
  readonly pictures: readonly ItemPicture[];
  readonly answer: Answering;
  /** What is told afterwards, in sentences. */
  readonly reason: readonly string[];
}

/** The names of the pictures that belong to what is chosen. */
export const picturesOfOptions = ({ answer }: Pick<Item, 'answer'>): ReadonlySet<string> =>
  new Set(
    answer.kind === 'choice' || answer.kind === 'order'
      ? answer.options.flatMap(({ picture }) => (picture ? [picture.name] : []))
      : []
  );

const paragraphs = (text: string): string[] => text.split('\n').filter((line) => line.trim() !== '');

/**
 * @returns undefined where no other program could ask it: it needs a cloth, a clock or a finger, or nothing that can be
 * chosen is right
 */
export function itemOf(library: Library, spec: Specification): Item | undefined {
  const posed = pose(library, spec, new Map());
  const paper = posed && onPaper(spec.drill, posed);
  const asked = posed && inProgram(library, spec, posed);
  if (!paper || !asked) return undefined;
  const { answer, told } = asked;
  if ('choose' in answer && answer.options.every(({ worth }) => worth < 1)) return undefined;
  const picture = ({ name, width, height, words }: OpenPicture): ItemPicture[] => {
    const image = posed.image(name, paper.asked ?? []);
    return image ? [{ name, width, height, words: words.join(' '), image }] : [];
  };
  return {
    title: spec.drill === 'own question' ? spec.question.title : aboutQuestion(library, spec).title,
    asks: [
      ...(paper.said ?? []).map(({ label, words }) => `${label}: ${words.join(' ')}`),
      ...paragraphs(paper.asks)
    ],
    pictures: paper.pictures.flatMap(picture),
    answer,
    reason: told.flatMap(paragraphs)
  };
}
