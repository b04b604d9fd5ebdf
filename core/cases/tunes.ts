import { readFile, type ReadOptions, type Score } from "../score/index.ts";

/** A tune everybody knows, out of copyright, in its usual key; written down from memory. */
interface Tune {
  readonly title: string;
  /** As in ABC notation; `dor` is counted as minor, by its third. */
  readonly key: string;
  readonly metre: string;
  readonly notes: string;
}

const tune = (title: string, key: string, metre: string, notes: string): Tune => ({
  title,
  key,
  metre,
  notes,
});

/**
 * Unit of length: a quarter. The first half was looked at while weights were set, the second was
 * not.
 */
export const tunes: readonly Tune[] = [
  tune(
    "Ah vous dirai-je, maman",
    "C",
    "2/4",
    "CC|GG|AA|G2|FF|EE|DD|C2|GG|FF|EE|D2|GG|FF|EE|D2|CC|GG|AA|G2|FF|EE|DD|C2|",
  ),
  tune("Frère Jacques", "F", "4/4", "FGAF|FGAF|ABc2|ABc2|c/d/c/B/ AF|c/d/c/B/ AF|FCF2|FCF2|"),
  tune("Theme of the Ninth", "D", "4/4", "FFGA|AGFE|DDEF|F3/2E/2E2|FFGA|AGFE|DDEF|E3/2D/2D2|"),
  tune(
    "God rest ye merry",
    "Em",
    "4/4",
    "E|EBBA|GFED|EFGA|B3E|EBBA|GFED|EFGA|B3B|cABc|deBA|GEFG|A2GA|B2cB|BAGF|E2G/F/E|A2GA|BcdE|E/F/G/F/ED|E3|",
  ),
  tune(
    "Greensleeves",
    "Am",
    "6/8",
    "A/|cd/e3/4f/4e/|dB/G3/4A/4B/|cA/A3/4^G/4A/|B^G/EA/|cd/e3/4f/4e/|dB/G3/4A/4B/|c3/4B/4A/^G3/4^F/4^G/|AA/A|",
  ),
  tune(
    "Scarborough Fair",
    "Ddor",
    "3/4",
    "D2D|A2A|E3/2F/2E|D3|zAc|d2c|AB/G3/2|A3|zzd|d2d|c2A|AGF|EC2|D2A|G2F|EDC|D3|",
  ),
  tune(
    "Korobeiniki",
    "Am",
    "4/4",
    "e2B/c/d/z/|dc/B/A2|Ac/e/e/d/c|B2Bc|d2e2|c2A2|A4|zd3/2f/2a|g/f/e2c|e2dc|B2Bc|d2e2|c2A2|A4|",
  ),
  tune(
    "When Johnny comes marching home",
    "Gm",
    "6/8",
    "D/|GG/GA/|BA/BD/|GG/GA/|B3/2-Bd/|fd/fd/|fd/d3/2|dc/BA/|G3/2|",
  ),
  tune(
    "Amazing grace",
    "G",
    "3/4",
    "D|G2B/G/|B2A|G2E|D2D|G2B/G/|B2A|d3-|d2B|d3/2B/2d/B/|G2D|E3/2G/2G/E/|D2D|G2B/G/|B2A|G3|",
  ),
  tune(
    "Auld lang syne",
    "F",
    "4/4",
    "C|F3/2F/2FA|G3/2F/2GA|F3/2F/2Ac|d3d|c3/2A/2AF|G3/2F/2GA|F3/2D/2DC|F3|",
  ),
  tune(
    "Drunken sailor",
    "Ddor",
    "2/4",
    "A/A/4A/4A/A/4A/4|A/D/F/A/|G/G/4G/4G/G/4G/4|G/C/E/G/|A/A/4A/4A/A/4A/4|A/B/c/d/|c/A/G/E/|DD|",
  ),
  tune(
    "Minuet in G (Petzold)",
    "G",
    "3/4",
    "dG/A/B/c/|dGG|ec/d/e/f/|gGG|cd/c/B/A/|Bc/B/A/G/|FG/A/B/G/|A3|dG/A/B/c/|dGG|ec/d/e/f/|gGG|cd/c/B/A/|Bc/B/A/G/|AB/A/G/F/|G3|",
  ),
  tune(
    "Minuet in G minor (Petzold)",
    "Gm",
    "3/4",
    "BAG|ABD|GG/A/B/c/|d3|e_d/e/f|dc/d/e|cd/c/B/c/|A3|BAG|ABD|GG/A/B/c/|d3|eg/f/e/d/|cf/e/d/c/|B/c/dA|G3|",
  ),
  tune(
    "La folia",
    "Dm",
    "3/4",
    "DD3/2E/2|^C2z|DD3/2E/2|F2z|FF3/2G/2|E2z|DD3/2E/2|^C2z|DD3/2E/2|^C2z|DD3/2E/2|F2z|FF3/2G/2|ED^C|D^C3/2D/2|D3|",
  ),
  tune(
    "Good King Wenceslas",
    "G",
    "4/4",
    "GGGA|GGD2|EDEF|G2G2|GGGA|GGD2|EDEF|G2G2|dcBA|BAG2|EDEF|G2G2|DDEF|GGA2|dcBA|G2c2|G4|",
  ),
  tune(
    "Jingle bells",
    "G",
    "4/4",
    "BBB2|BBB2|BdG3/2A/2|B4|ccc3/2c/2|cBBB/B/|BAAB|A2d2|BBB2|BBB2|BdG3/2A/2|B4|ccc3/2c/2|cBBB/B/|ddcA|G4|",
  ),
  tune(
    "O Tannenbaum",
    "F",
    "3/4",
    "C/|F3/4F/4FG|A3/4A/4A3/2A/2|G/A/BE|GFC/|F3/4F/4FG|A3/4A/4A3/2A/2|G/A/BE|GFc/|c/A/dc|cBB/|B/G/cB|BAC/|F3/4F/4FG|A3/4A/4A3/2A/2|G/A/BE|GF|",
  ),
  tune(
    "Deck the halls",
    "F",
    "4/4",
    "c3/2B/2AG|FGAF|G/A/B/G/A3/2G/2|FEF2|c3/2B/2AG|FGAF|G/A/B/G/A3/2G/2|FEF2|G3/2A/2BG|A3/2B/2cG|A/B/cd/e/f|edc2|c3/2B/2AG|FGAF|d/d/d/d/c3/2B/2|AGF2|",
  ),
  tune(
    "Oh Susanna",
    "G",
    "4/4",
    "G/A/|Bdd3/2e/2|dBG3/2A/2|BBAG|A3G/A/|Bdd3/2e/2|dBG3/2A/2|BBAA|G4|",
  ),
  tune("London Bridge", "F", "4/4", "c3/2d/2cB|ABc2|GAB2|ABc2|c3/2d/2cB|ABc2|G2c2|AF3|"),
  tune(
    "Au clair de la lune",
    "G",
    "4/4",
    "GGGA|B2A2|GBAA|G4|GGGA|B2A2|GBAA|G4|AAAA|E2E2|AGFE|D4|GGGA|B2A2|GBAA|G4|",
  ),
  tune(
    "Silent night",
    "Bb",
    "6/8",
    "F3/4G/4F/D3/2|F3/4G/4F/D3/2|cc/A3/2|BB/F3/2|GG/B3/4A/4G/|F3/4G/4F/D3/2|GG/B3/4A/4G/|F3/4G/4F/D3/2|cc/e3/4c/4A/|B3/2d3/2|B/F/D/F3/4E/4C/|B,3/2-B,3/2|",
  ),
  tune("We three kings", "Em", "3/4", "B2A|G2E|FGF|E3|B2A|G2E|FGF|E3|G2G|A2A|B2B|dcB|ABA|G2F|E3|"),
  tune("Coventry carol", "Gm", "3/4", "GG^F|G2B|A2G|^F3|GAB|c2A|=B3|dcB|A2B|A2G|^F3|GGc|A2A|=B3|"),
  tune(
    "What shall we do? (Wayfaring stranger)",
    "Dm",
    "3/4",
    "DFA|A2G/F/|A2G|F2D|FGA|c2A|A3|zAc|d2c|A2G|FDF|A2G|F2D|D2C|D3|",
  ),
  tune("Yankee Doodle", "G", "2/4", "G/G/A/B/|G/B/A/D/|G/G/A/B/|GF|G/G/A/B/|c/B/A/G/|F/D/E/F/|GG|"),
  tune(
    "Home on the range",
    "F",
    "6/8",
    "C/C/|F/G/A/-A3/4F/4E/|D/B/B/-B3/2|BB/-B/A/B/|c/F/F/F/E/F/|G3/2|F/G/A/-A3/4F/4E/|D/B/B/-BB/|A/G/F/E/F/G/|F3/2|",
  ),
  tune(
    "Row, row, row",
    "C",
    "6/8",
    "C3/2C3/2|CD/E3/2|ED/EF/|G3|c/c/c/G/G/G/|E/E/E/C/C/C/|GF/ED/|C3|",
  ),
];

export const tuneScore = ({ title, key, metre, notes }: Tune, options?: ReadOptions): Score =>
  readFile(
    new TextEncoder().encode(`X:1\nT:${title}\nM:${metre}\nL:1/4\nK:${key}\n${notes}\n`),
    options,
  ).score;
