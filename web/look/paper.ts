/**
 * The same values as in look.css, for the component library. Contrast on paper is at least 4.5 : 1
 * for text.
 */
export const PAPER = {
  light: {
    paper: "#f6f0e3",
    card: "#fffdf8",
    ink: "#22302a",
    soft: "#58645c",
    line: "#d9cfb8",
    gold: "#8a5c00",
    ridge: "#3f5d75",
    rust: "#9a4523",
    moss: "#45683f",
    pressed: "#17211d",
  },
  dark: {
    paper: "#171d1a",
    card: "#1f2723",
    ink: "#ece5d6",
    soft: "#b0b5a8",
    line: "#3b463f",
    gold: "#e2ad4a",
    ridge: "#8fb0cc",
    rust: "#e39473",
    moss: "#9cc493",
    pressed: "#c99a3c",
  },
};
