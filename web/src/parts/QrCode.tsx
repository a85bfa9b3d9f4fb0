import { create } from 'qrcode';
import { memo, useMemo } from 'react';

/** A code as one vector path; dark on light whatever the theme, so that cameras read it. */
export const QrCode = memo(function QrCode({ text, sizeMm }: { text: string; sizeMm: number }) {
  const { path, size } = useMemo(() => {
    const { modules } = create(text, { errorCorrectionLevel: 'M' });
    const parts: string[] = [];
    for (let row = 0; row < modules.size; row += 1)
      for (let column = 0; column < modules.size; column += 1)
        if (modules.get(row, column)) parts.push(`M${column} ${row}h1v1h-1z`);
    return { path: parts.join(''), size: modules.size };
  }, [text]);
  return (
    <svg
      role="img"
      aria-label={`Code for ${text}`}
      viewBox={`-1 -1 ${size + 2} ${size + 2}`}
      className="shrink-0"
      style={{ width: `${sizeMm}mm`, height: `${sizeMm}mm`, background: '#fff' }}
      shapeRendering="crispEdges"
    >
      <path d={path} fill="#000" />
    </svg>
  );
});
