import { say } from "@yarrow-ridge/core/words";
import { Button } from "@mui/material";

/** Turns the pages of a list; nothing while there is only one. */
export function Pager({
  list,
  onPage,
}: {
  list: { page: number; total: number; pageSize: number } | undefined;
  onPage: (page: number) => void;
}) {
  const pages = list ? Math.ceil(list.total / list.pageSize) : 1;
  if (!list || pages < 2) return null;
  return (
    <div className="row">
      <Button
        disabled={list.page === 1}
        onClick={() => onPage(list.page - 1)}
      >{say`Before`}</Button>
      <span className="soft">{say`page ${list.page} of ${pages}`}</span>
      <Button
        disabled={list.page >= pages}
        onClick={() => onPage(list.page + 1)}
      >{say`After`}</Button>
    </div>
  );
}
