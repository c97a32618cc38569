import type { FindingGroup } from '../../../core/rules/index.ts';
import type { Words } from '../../../core/units/index.ts';

/** Sentences that begin with tags of lamps go on without them where the tags are shown beside. */
function withoutTags(sentence: string, tags: readonly string[]): string {
  if (tags.length === 0) return sentence;
  const rest = sentence.replace(new RegExp(`^(?:(?:${tags.join('|')})(?:,? and |[, ]+|(?=:)))+:?\\s*`), '');
  return `${rest.charAt(0).toUpperCase()}${rest.slice(1)}`;
}

/** What a group says: one sentence for all of it, or each where they differ, with the tags it is about. */
export function sayGroup(group: FindingGroup, tags: readonly string[], inWords: (words: Words) => string): string[] {
  const sentences = group.findings.map((finding) => inWords(finding.message));
  const bare = [...new Set(sentences.map((sentence) => withoutTags(sentence, tags)))];
  return bare.length === 1 ? bare : [...new Set(sentences)];
}
