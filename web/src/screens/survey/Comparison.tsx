import { regional } from '@upholder/core/said';
import { FINISHING_SYSTEMS } from '@upholder/core/systems';
import { Button, Card } from '../../parts/controls.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { Beam, Figures, type ListProps, Terms } from './RankedList.tsx';

export function Comparison({ findings, zone, compared, onChoose }: Omit<ListProps, 'onCompare' | 'shop'>) {
  const systems = compared.flatMap((id) => findings.ranking.find(({ systemId }) => systemId === id) ?? []);
  return (
    <Card className="p-4" aria-label="Side by side">
      <SideScroll label="The systems, side by side">
        <table className="w-full table-fixed text-left align-top">
          <thead>
            <tr>
              {systems.map(({ systemId }) => (
                <th key={systemId} scope="col" className="pr-6 pb-2 align-top">
                  <span className="tape mr-2">{systemId}</span>
                  {FINISHING_SYSTEMS[systemId].name}
                  <p className="mt-1 font-normal text-note text-quiet">
                    {FINISHING_SYSTEMS[systemId].outline}
                  </p>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr className="border-line border-t">
              {systems.map(({ systemId }) => (
                <td key={systemId} className="py-2 pr-6">
                  <Figures findings={findings} systemId={systemId} />
                </td>
              ))}
            </tr>
            <tr className="border-line border-t">
              {systems.map(({ systemId }) => {
                const hiding = findings.outlooks?.[systemId]?.hiding;
                const coats = findings.outlooks?.[systemId]?.options.colourCoats;
                return (
                  <td key={systemId} className="py-2 pr-6">
                    {coats ? `${coats} ${regional('colour coats')}` : regional('no colour')}
                    {hiding && <span className="text-quiet">, {hiding.coats ?? 'too many'} to hide</span>}
                  </td>
                );
              })}
            </tr>
            <tr className="border-line border-t">
              {systems.map((system) => (
                <td key={system.systemId} className="py-2 pr-6 align-top">
                  <Beam system={system} />
                  <Terms system={system} />
                </td>
              ))}
            </tr>
            <tr className="border-line border-t">
              {systems.map(({ systemId }) => (
                <td key={systemId} className="pt-3 pr-6">
                  <Button className="press-h-11" onClick={() => onChoose(systemId)}>
                    {zone.systemId === systemId && zone.customSystem === null
                      ? 'Edit reason'
                      : `Choose ${systemId}`}
                  </Button>
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </SideScroll>
    </Card>
  );
}
