import Joi from 'joi'
import { bayName, siteKey } from './sites'

/** What is typed about a tablet of the house, and what the tablet says of itself, as the server takes it. */

/** A key of a browser for signing with, ECDSA on P-256: its public half. */
export interface PublicKey { kty: 'EC', crv: 'P-256', x: string, y: string }
const coordinate = Joi.string().pattern(/^[A-Za-z0-9_-]{43}$/).required()
export const publicKey = Joi.object<PublicKey>({ kty: Joi.valid('EC').required(), crv: Joi.valid('P-256').required(), x: coordinate, y: coordinate })

export interface HouseDeviceInput { name: string, site: string, bay: string | null, restMinutes: number, publicKey: PublicKey }

export const houseDeviceShape = {
  name: Joi.string().trim().min(2).max(40), site: siteKey, bay: bayName.allow(null),
  restMinutes: Joi.number().integer().min(1).max(240), publicKey,
}

/** Somebody enters at a tablet of the house: their badge and PIN, and that it is this tablet. */
export interface HouseEntry { badge: string, pin: string, challenge: string, proof: string }
