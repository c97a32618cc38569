export const GroupRow = ({ words, count }: { words: string; count: number }) => (
  <div className="group">
    <b>{words}</b> <span className="mono">{count}</span>
  </div>
);
