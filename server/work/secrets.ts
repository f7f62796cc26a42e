import { createPrivateKey, createDecipheriv, constants, privateDecrypt, type KeyObject } from 'node:crypto'
import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'
import workerpool from 'workerpool'

const hash = new Hash(new Scrypt({}))

const keys = new Map<string, KeyObject>()
function keyOf(pem: string): KeyObject {
  const known = keys.get(pem) ?? createPrivateKey(pem)
  keys.set(pem, known)
  return known
}

const TAG_BYTES = 16

/** Opens a seal: the key of AES-GCM is wrapped with RSA-OAEP, the text follows. Null when it cannot be opened. */
function unseal(pem: string, { key: wrapped, iv, text }: { key: string, iv: string, text: string }): string | null {
  try {
    const key = privateDecrypt(
      { key: keyOf(pem), padding: constants.RSA_PKCS1_OAEP_PADDING, oaepHash: 'sha256' },
      Buffer.from(wrapped, 'base64'),
    )
    const bytes = Buffer.from(text, 'base64')
    const decipher = createDecipheriv('aes-256-gcm', key, Buffer.from(iv, 'base64'))
    decipher.setAuthTag(bytes.subarray(-TAG_BYTES))
    return Buffer.concat([decipher.update(bytes.subarray(0, -TAG_BYTES)), decipher.final()]).toString('utf8')
  } catch {
    return null
  }
}

workerpool.worker({
  make: (secret: string) => hash.make(secret),
  verify: (made: string, secret: string) => hash.verify(made, secret),
  unseal,
})
