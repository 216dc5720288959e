import { open } from 'node:fs/promises';
import { Transform } from 'node:stream';
import sodium from 'libsodium-wrappers-sumo';
import { BackupError } from './backupError';

/*
 * An encrypted archive: a line that identifies it, a line of JSON, then the archive in blocks of 65,536 bytes, each
 * encrypted with XChaCha20-Poly1305 (libsodium's secretstream, which marks the last block as final). The key is derived
 * from the passphrase with Argon2id (RFC 9106).
 */
const FIRST_LINE = 'fabrica-encrypted-backup 1\n';
const BLOCK_BYTES = 65_536;
const MOST_PREFACE_BYTES = 1024;
/** RFC 9106, section 4, second recommended option: 64 MiB, three passes. */
const PASSES = 3;
const MEMORY_BYTES = 64 * 2 ** 20;

export async function isEncrypted(file: string): Promise<boolean> {
  const handle = await open(file, 'r');
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(FIRST_LINE.length), 0, FIRST_LINE.length, 0);
    return buffer.subarray(0, bytesRead).toString('latin1') === FIRST_LINE;
  } finally {
    await handle.close();
  }
}

/** Derived keys of this process by passphrase and salt: a derivation takes about half a second. */
const keys = new Map<string, Uint8Array>();
const MOST_KEYS = 64;

function keyOf(passphrase: string, salt: Uint8Array): Uint8Array {
  const id = `${sodium.to_hex(salt)} ${passphrase}`;
  const key = keys.get(id) ?? deriveKey(passphrase, salt);
  if (keys.size >= MOST_KEYS) keys.clear();
  keys.set(id, key);
  return key;
}

function deriveKey(passphrase: string, salt: Uint8Array): Uint8Array {
  return sodium.crypto_pwhash(
    sodium.crypto_secretstream_xchacha20poly1305_KEYBYTES,
    passphrase.normalize('NFC'),
    salt,
    PASSES,
    MEMORY_BYTES,
    sodium.crypto_pwhash_ALG_ARGON2ID13,
  );
}

/** Returns a random salt for the derivation of a key, in hexadecimal. */
export async function createSalt(): Promise<string> {
  await sodium.ready;
  return sodium.to_hex(sodium.randombytes_buf(sodium.crypto_pwhash_SALTBYTES));
}

/** Returns a stream that encrypts its input. Archives with the same salt share a key; each has its own random nonce. */
export async function createEncryption(passphrase: string, saltHex: string): Promise<Transform> {
  await sodium.ready;
  const salt = sodium.from_hex(saltHex);
  const { state, header } = sodium.crypto_secretstream_xchacha20poly1305_init_push(keyOf(passphrase, salt));
  const preface = { salt: sodium.to_hex(salt), stream: sodium.to_hex(header) };
  const block = (bytes: Uint8Array, isLast: boolean) =>
    sodium.crypto_secretstream_xchacha20poly1305_push(
      state,
      bytes,
      null,
      isLast
        ? sodium.crypto_secretstream_xchacha20poly1305_TAG_FINAL
        : sodium.crypto_secretstream_xchacha20poly1305_TAG_MESSAGE,
    );
  let rest = Buffer.alloc(0);
  let hasPreface = false;
  const writePreface = (to: Transform) => {
    if (!hasPreface) to.push(`${FIRST_LINE}${JSON.stringify(preface)}\n`);
    hasPreface = true;
  };
  return new Transform({
    transform(chunk: Buffer, _, done) {
      writePreface(this);
      rest = Buffer.concat([rest, chunk]);
      while (rest.length > BLOCK_BYTES) {
        this.push(block(rest.subarray(0, BLOCK_BYTES), false));
        rest = rest.subarray(BLOCK_BYTES);
      }
      done();
    },
    flush(done) {
      writePreface(this);
      this.push(block(rest, true));
      done();
    },
  });
}

/** Returns a stream that decrypts its input; it emits a BackupError if decryption fails. */
export async function createDecryption(passphrase: string): Promise<Transform> {
  await sodium.ready;
  const encryptedBlock = BLOCK_BYTES + sodium.crypto_secretstream_xchacha20poly1305_ABYTES;
  let rest = Buffer.alloc(0);
  let state: ReturnType<typeof sodium.crypto_secretstream_xchacha20poly1305_init_pull> | undefined;
  let blocks = 0;
  let isEnded = false;
  const decrypted = (bytes: Uint8Array) => {
    const block = isEnded ? false : sodium.crypto_secretstream_xchacha20poly1305_pull(state!, bytes, null);
    if (!block) throw new BackupError(blocks === 0 ? 'wrong-passphrase' : 'damaged');
    blocks++;
    isEnded = block.tag === sodium.crypto_secretstream_xchacha20poly1305_TAG_FINAL;
    return block.message;
  };
  return new Transform({
    transform(chunk: Buffer, _, done) {
      try {
        rest = Buffer.concat([rest, chunk]);
        if (!state) {
          const end = rest.indexOf(10, FIRST_LINE.length);
          if (end < 0 && rest.length < MOST_PREFACE_BYTES) return done();
          state = beginDecryption(rest.subarray(FIRST_LINE.length, Math.max(end, 0)), passphrase);
          rest = rest.subarray(end + 1);
        }
        while (rest.length > encryptedBlock) {
          this.push(decrypted(rest.subarray(0, encryptedBlock)));
          rest = rest.subarray(encryptedBlock);
        }
        done();
      } catch (error) {
        done(error as Error);
      }
    },
    flush(done) {
      try {
        if (!state) throw new BackupError('truncated');
        this.push(decrypted(rest));
        done(isEnded ? null : new BackupError('truncated'));
      } catch (error) {
        done(blocks > 0 ? new BackupError('truncated') : (error as Error));
      }
    },
  });
}

function beginDecryption(line: Buffer, passphrase: string) {
  try {
    const { salt, stream } = JSON.parse(line.toString()) as { salt: string; stream: string };
    return sodium.crypto_secretstream_xchacha20poly1305_init_pull(
      sodium.from_hex(stream),
      keyOf(passphrase, sodium.from_hex(salt)),
    );
  } catch {
    throw new BackupError('damaged');
  }
}
