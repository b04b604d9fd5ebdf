export { contents, handsOf, type BarContent } from './content.ts';
export { analyse, newBars, type Form, type Return } from './returns.ts';
export { suggestSections, type SuggestedSection } from './suggest.ts';
