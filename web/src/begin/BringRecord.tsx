import { useNavigate } from 'react-router';
import { useBringRecordMutation } from '../fleet/fleetApi';
import { failureOf } from '../api/failure';
import { FileZone } from '../control/FileZone';

/** A fleet that was kept elsewhere, as the file with everything in it. */
export const BringRecord = ({ link, failed }: { link: string; failed: (words: string | null) => void }) => {
  const navigate = useNavigate();
  const [bring, { isLoading }] = useBringRecordMutation();
  const take = async (file: File): Promise<void> => {
    failed(null);
    const result = await bring({ file, link });
    if (result.error === undefined) {
      // A lead of the record chooses a passphrase by the same link.
      await navigate(`/join#${link}`);
      return;
    }
    const why = failureOf(result.error);
    failed(
      why.kind === 'unreached'
        ? why.words
        : `${why.details.title} ${(why.details.problems ?? []).map(({ path, message }) => `${path}: ${message}`).join('; ')}`,
    );
  };
  return (
    <section aria-label="A record from elsewhere" style={{ display: 'grid', gap: '0.8rem' }}>
      <h2 style={{ fontSize: '1.3rem' }}>A record from another Vaktman</h2>
      {link === '' ? (
        <p>Open the link that was printed where the server was started: it lets you bring one.</p>
      ) : isLoading ? (
        <p role="status">Taking it in. This page goes on by itself.</p>
      ) : (
        <FileZone
          label="The file with everything in it"
          isNext={false}
          accepts={['.jsonl']}
          take={(file) => void take(file)}
        >
          Choose the file with everything in it, or drop it here
        </FileZone>
      )}
    </section>
  );
};
