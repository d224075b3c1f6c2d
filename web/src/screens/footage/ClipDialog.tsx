import { zodResolver } from '@hookform/resolvers/zod';
import { useMemo } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { useForm } from 'react-hook-form';
import type { Clip } from '@caesura/core/plan';
import { clipFormSchema, formOf, type ClipForm } from './clip-form.ts';

const FIELDS: readonly { name: keyof ClipForm; label: string; hint: string }[] = [
  { name: 'name', label: 'Name', hint: 'as you call it' },
  { name: 'fileName', label: 'File name', hint: 'as your editing program knows it; may be empty' },
  { name: 'rate', label: 'Frame rate', hint: '24, 29.97, 120 or a fraction such as 60000/1001' },
  { name: 'length', label: 'Length', hint: '240 f, 10s or 00:00:10:00, at its own rate' },
  { name: 'size', label: 'Frame size', hint: 'width × height' },
  { name: 'start', label: 'Start timecode', hint: 'of its first frame; with ; for drop-frame' },
  { name: 'usableFrom', label: 'Usable from', hint: 'first source frame worth using' },
  {
    name: 'usableTo',
    label: 'Usable to',
    hint: 'first source frame no longer worth using; empty for the end',
  },
];

/** Describes a clip by hand, or changes how one is described. */
export function ClipDialog({
  clip,
  note,
  title,
  onDone,
  onClose,
}: {
  clip: Partial<Clip> | null;
  note?: string;
  title: string;
  onDone: (clip: Clip) => void;
  onClose: () => void;
}) {
  const schema = useMemo(() => clipFormSchema(clip), [clip]);
  const { register, handleSubmit, formState } = useForm<ClipForm, unknown, Clip>({
    defaultValues: formOf(clip),
    resolver: zodResolver(schema),
  });
  return (
    <Modal show onHide={onClose} centered aria-labelledby="clip-dialog">
      <Form noValidate onSubmit={(event) => void handleSubmit(onDone)(event)}>
        <Modal.Header closeButton>
          <Modal.Title id="clip-dialog">{title}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {note && <div className="fault">{note}</div>}
          {FIELDS.map(({ name, label, hint }, i) => {
            const error = formState.errors[name];
            return (
              <Form.Group key={name} className="field" controlId={`clip-${name}`}>
                <Form.Label>{label}</Form.Label>
                <div>
                  <Form.Control
                    {...register(name)}
                    autoComplete="off"
                    autoFocus={i === 0}
                    isInvalid={Boolean(error)}
                  />
                  <Form.Text
                    className={error ? 'wrong' : undefined}
                    role={error ? 'alert' : undefined}
                  >
                    {error?.message ?? hint}
                  </Form.Text>
                </div>
              </Form.Group>
            );
          })}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-dark" onClick={onClose}>
            Cancel
          </Button>
          <Button variant="dark" type="submit">
            {clip?.id ? 'Keep' : 'Add clip'}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
