import type { Schemas } from '../api/client';

type Picture = Schemas['PictureView'];

const WIDTH = 200;
const LANE = 15;

/** Memory in little: a lane per channel, modules as long as their capacity, each with its size; banks hatched with strokes. */
export function MiniPicture({ picture }: { picture: Picture }) {
  // Of many channels the first few, and how many more there are.
  const lanes = picture.lanes.slice(0, picture.lanes.length > 4 ? 3 : 4);
  const more = picture.lanes.length - lanes.length;
  const most = Math.max(1, ...picture.lanes.map((l) => l.mebibytes));
  const height = lanes.length * (LANE + 3) + (more > 0 ? 14 : 0);
  const words = picture.lanes
    .map((l) => `channel ${l.channel}: ${l.mebibytes / 1024} GB`)
    .slice(0, 8)
    .join(', ');
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      width="100%"
      style={{ maxWidth: WIDTH, fontSize: 11 }}
      role="img"
      aria-label={words}
    >
      {lanes.map((lane, i) => {
        let x = 0;
        return (
          <g key={lane.channel} transform={`translate(0 ${i * (LANE + 3)})`}>
            <path d={`M0 ${LANE}H${WIDTH}`} stroke="currentColor" strokeOpacity=".3" />
            {lane.blocks
              .filter((b) => b.mebibytes > 0)
              .map((b) => {
                const w = Math.max(4, (b.mebibytes / most) * WIDTH);
                const from = x;
                x += w;
                return (
                  <g key={b.position}>
                    <rect
                      x={from}
                      y="0"
                      width={w - 2}
                      height={LANE - 1}
                      fill="currentColor"
                      fillOpacity={b.changed ? 0.28 : 0.08}
                      stroke="currentColor"
                      strokeWidth={b.changed ? 2 : 1}
                      strokeDasharray={b.soldered ? '3 2' : undefined}
                    />
                    {w > 34 && (
                      <text x={from + 4} y="11" fill="currentColor">
                        {`${b.mebibytes / 1024} GB`}
                      </text>
                    )}
                  </g>
                );
              })}
          </g>
        );
      })}
      {more > 0 && (
        <text x="0" y={height - 2} fill="currentColor">
          {`and ${more} more channels`}
        </text>
      )}
    </svg>
  );
}
