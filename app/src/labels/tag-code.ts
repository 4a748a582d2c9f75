/** What a label's code holds: the tag, after a word that says whose label it is. */
const OURS = 'aldrek:';

export const codeOfTag = (tag: string): string => `${OURS}${tag}`;

/** The tag that a scanned or typed text means. */
export const tagOfCode = (text: string): string => {
  const tidy = text.trim();
  return tidy.toLowerCase().startsWith(OURS) ? tidy.slice(OURS.length).trim() : tidy;
};
