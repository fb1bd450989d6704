import { html, raw } from 'hono/html';
import { EXAMPLES, type Example } from './examples';
import type { Operation } from './operation';
import { OPERATIONS } from './operations';

const rightWords = (may: Operation['may'], confirms: boolean): string =>
  `${may === 'anyone' ? 'anyone' : may === 'lead' ? 'lead' : `${may} or more`}${confirms ? ', passphrase once more' : ''}`;

/** A request as it is typed into a terminal. */
const curlOf = ({ path, body }: Example): string =>
  `curl -s -H "authorization: Bearer $KEY"${
    body === undefined ? '' : ` -H 'content-type: application/json' -d '${JSON.stringify(body)}'`
  } 'http://127.0.0.1:8080${path}'`;

const example = (shown: Example) => html`
  <p>${shown.words} (${shown.scope}):</p>
  <pre>${curlOf(shown)}</pre>
`;

const line = ({ method, path, summary, query, body, answer, status = 200, may, scope, confirms }: Operation) => html`
  <tr>
    <td><code>${method.toUpperCase()}</code></td>
    <td><code>${path}</code></td>
    <td>
      ${summary}. ${query === undefined ? '' : html`<br />Asked with: ${Object.keys(query.shape).join(', ')}.`}
      ${body === undefined ? '' : html`<br />Takes JSON, see the description for its fields.`}
      ${typeof answer === 'string' ? html`<br />Answers ${answer}.` : ''} ${status === 200 ? '' : `Answers ${status}.`}
    </td>
    <td>${rightWords(may, confirms === true)}</td>
    <td>${scope ?? ''}</td>
  </tr>
`;

const STYLE = `body{font:16px/1.4 sans-serif;max-width:70rem;margin:2rem auto;padding:0 1rem;background:#f4f6f1;color:#11171b}
table{border-collapse:collapse;width:100%}th{text-align:left}td{border-bottom:1px solid #c5cbc2;padding:.5rem 1rem .5rem 0;vertical-align:top}code{white-space:nowrap}
pre{white-space:pre-wrap;border:1px solid #c5cbc2;padding:1rem}`;

/** What a program can ask, to be read by a person. */
export const readingPage = () =>
  html`<!doctype html>
    <html lang="en">
      <head>
        <meta charset="utf-8" />
        <title>What programs can ask · Vaktman</title>
        <meta name="viewport" content="width=device-width" />
        <style>
          ${raw(STYLE)}
        </style>
      </head>
      <body>
        <h1>What programs can ask</h1>
        <p>
          The whole description, with every field, is <a href="/api/openapi.json">openapi.json</a> (OpenAPI 3.1), made
          from the schemas the server checks by. Bodies are JSON, sent as <code>application/json</code>. Errors are
          problem details: <code>title</code>, and <code>problems</code> with the path of each field and what was
          expected.
        </p>
        <p>
          Lists that grow come page by page: ask again with what the last page told as <code>next</code>, or from the
          count it gave. An answer carries an <code>etag</code>; sent back as <code>if-none-match</code>, it is answered
          304 while nothing changed.
        </p>
        <p>
          A program sends a key a lead made for it, under Devices and programs, as
          <code>authorization: Bearer KEY</code>. A key is for reading, for taking lists in or for calendars; each line
          below says which. Everything else asks for a person of some role who is signed in.
        </p>
        ${EXAMPLES.map(example)}
        <table>
          <thead>
            <tr>
              <th></th>
              <th>Address</th>
              <th>What for</th>
              <th>Who may</th>
              <th>Key for</th>
            </tr>
          </thead>
          <tbody>
            ${OPERATIONS.map(line)}
          </tbody>
        </table>
      </body>
    </html>`;
