import type { ResponseOf, ROUTES } from '@upholder/core/api';
import { NewPasswordSchema, SignInNameSchema } from '@upholder/core/people';
import { useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { z } from 'zod';
import { people } from '../../api/people.ts';
import { refusalOf } from '../../api/upholder.ts';
import { CodeForm } from '../../parts/CodeForm.tsx';
import { Button, Card, Notice } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { OpenPage } from '../../parts/OpenPage.tsx';
import { PasswordField } from '../../parts/PasswordField.tsx';
import { readBySchema, saveOutcome, useDraftForm } from '../../parts/useDraftForm.ts';

type Invited = ResponseOf<(typeof ROUTES)['readInvite']>;

const ChosenSchema = z
  .object({ signIn: SignInNameSchema, password: NewPasswordSchema, again: z.string() })
  .refine(({ password, again }) => password === again, {
    message: 'The two passwords are not the same.',
    path: ['again'],
  });

function Choose({ code, invited }: { code: string; invited: Invited }) {
  const [accept] = people.useAcceptInviteMutation();
  const navigate = useNavigate();
  const form = useDraftForm<z.infer<typeof ChosenSchema>>({
    start: {
      signIn: invited.signIn ?? invited.memberName.toLowerCase().split(' ')[0] ?? '',
      password: '',
      again: '',
    },
    read: (draft) => readBySchema(ChosenSchema, draft),
    saved: '',
    async save({ signIn, password }) {
      const outcome = saveOutcome(await accept({ code, signIn, password }), () => ({}));
      if (!('refusal' in outcome)) navigate('/jobs');
      return outcome;
    },
  });
  return (
    <Card className="p-6">
      <form
        className="grid max-w-xl gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void form.save();
        }}
      >
        {form.said && <Notice kind={form.said.kind}>{form.said.words}</Notice>}
        <DraftField form={form} name="signIn" label="Sign-in name" />
        <PasswordField
          form={form}
          name="password"
          label="New password"
          hint="At least 10 characters. Three or four words are easy to remember."
          isNew
        />
        <PasswordField form={form} name="again" label="Repeat password" isNew />
        <div>
          <Button kind="act" type="submit" posture="floor" disabled={form.isSaving}>
            Save and sign in
          </Button>
        </div>
      </form>
    </Card>
  );
}

/** Where a member sets sign-in name and password, by the link or the code of an invitation. */
export function InviteScreen() {
  const { hash } = useLocation();
  const [code, setCode] = useState(decodeURIComponent(hash.slice(1)));
  const [read, { data, error, isLoading }] = people.useReadInviteMutation();
  if (data)
    return (
      <OpenPage title={`Welcome to ${data.shopName}, ${data.memberName}`} note="Choose how you sign in.">
        <Choose code={code} invited={data} />
      </OpenPage>
    );
  return (
    <OpenPage title="Invitation" note="Enter the code that an owner of the shop gave you.">
      <CodeForm
        code={code}
        onCode={setCode}
        error={error ? refusalOf(error).message : undefined}
        isBusy={isLoading}
        onSubmit={() => void read(code)}
      />
    </OpenPage>
  );
}
