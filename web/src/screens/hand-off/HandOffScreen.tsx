import { Nav } from 'react-bootstrap';
import { Link, NavLink, useParams } from 'react-router';
import { AuditPart } from './audit/AuditPart.tsx';
import { ChangesPart } from './changes/ChangesPart.tsx';
import { FilesPart } from './FilesPart.tsx';

/** The parts of the screen by their addresses. */
const PARTS = {
  files: { name: 'Files', show: FilesPart },
  audit: { name: 'Audit', show: AuditPart },
  changes: { name: 'Changes', show: ChangesPart },
} as const;

/** What leaves and what comes back: files with their proof, and the audit of the cuts. */
export default function HandOffScreen() {
  const { id = '', part = 'files' } = useParams();
  const { show: Part } = part in PARTS ? PARTS[part as keyof typeof PARTS] : PARTS.files;
  return (
    <div className="hand-off-parts">
      <Nav as="nav" variant="underline" aria-label="Parts of hand-off">
        {Object.entries(PARTS).map(([key, { name }]) => (
          <Nav.Link
            as={NavLink}
            key={key}
            to={`/plans/${id}/hand-off/${key}`}
            active={key === part}
          >
            {name}
          </Nav.Link>
        ))}
        <Link className="nav-link" to={`/read?beside=${id}`}>
          Read a cut beside this plan
        </Link>
      </Nav>
      <Part />
    </div>
  );
}
