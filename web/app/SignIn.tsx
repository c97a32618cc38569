import { Alert, Button, Form, Input } from 'antd';
import { useState } from 'react';
import { errorSentence, useDemoQuery, useSignInMutation } from './api.ts';
import { Brand } from './Brand.tsx';
import { type CodeGiven, codeInAddress } from './codeInAddress.ts';
import { Dusk } from './Dusk.tsx';
import { JoinForm } from './JoinForm.tsx';
import './signIn.css';

const ROLE_WORDS = { lead: 'lead', installer: 'installer', owner: 'fleet owner, reads and comments' } as const;

export function SignIn() {
  const { data: demo } = useDemoQuery();
  const [signIn, { isLoading, error }] = useSignInMutation();
  const [code, setCode] = useState<CodeGiven | null>(codeInAddress);
  return (
    <div className="sign-in">
      <Dusk />
      <div className="desk">
        <h1>
          <Brand /> West Ember
        </h1>
        <p className="muted">Plan, feed, prove and keep the lights of a working fleet.</p>
        {code !== null && <JoinForm given={code} onBack={() => setCode(null)} />}
        <Form
          hidden={code !== null}
          layout="vertical"
          requiredMark={false}
          onFinish={(values: { username: string; password: string }) => signIn(values)}
        >
          <Form.Item label="Name" name="username" rules={[{ required: true, message: 'Type your sign-in name' }]}>
            <Input autoComplete="username" size="large" />
          </Form.Item>
          <Form.Item label="Password" name="password" rules={[{ required: true, message: 'Type your password' }]}>
            <Input.Password autoComplete="current-password" size="large" />
          </Form.Item>
          {error && <Alert type="error" title={errorSentence(error)} showIcon />}
          <Button type="primary" htmlType="submit" size="large" block loading={isLoading}>
            Sign in
          </Button>
          <Button type="link" block onClick={() => setCode({ code: '', isFirst: false })}>
            I have a code
          </Button>
        </Form>
        {demo && (
          <section className="choices" aria-label="Demo sign-ins">
            <h2>Demo: come in as</h2>
            {demo.people.map((person) => (
              <button
                key={person.id}
                type="button"
                onClick={() => signIn({ username: person.username, password: demo.password })}
              >
                <span className="initial" style={{ background: person.colour }}>
                  {person.name[0]}
                </span>
                <b>{person.name}</b>
                <span className="muted">{ROLE_WORDS[person.role]}</span>
              </button>
            ))}
          </section>
        )}
      </div>
    </div>
  );
}
