/** A download under a title of the user's, in a name every system can write. */
export function attachment(title: string, extension: string): string {
  const plain =
    title
      .normalize("NFKD")
      .replace(/[^\w -]+/g, "")
      .trim()
      .replace(/\s+/g, "-")
      .toLowerCase()
      .slice(0, 60) || "score";
  // whole characters only, and none that steers a terminal or names a path
  const whole = [...title]
    .filter((character) => !/[\p{Cc}\p{Cf}\p{Co}\p{Cn}\p{Cs}\\/:*?"<>|]/u.test(character))
    .slice(0, 80)
    .join("")
    .trim();
  const full = encodeURIComponent(whole || plain).replace(
    /['()*]/g,
    (one) => `%${one.charCodeAt(0).toString(16)}`,
  );
  return `attachment; filename="${plain}.${extension}"; filename*=UTF-8''${full}.${extension}`;
}
