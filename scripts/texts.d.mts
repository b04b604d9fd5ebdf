export function allTexts(): string[];
export function writtenTexts(): string[];
export function writeTexts(): void;
