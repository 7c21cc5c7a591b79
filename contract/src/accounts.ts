import { z } from 'zod'

/** One shape for every error (problem details, RFC 9457) with the fields at fault. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string().optional(),
  fields: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
})
export type Problem = z.infer<typeof problemSchema>

const email = z.email('type an e-mail address').max(200)

export const signInSchema = z.strictObject({
  email,
  password: z.string().min(1, 'type the password').max(200),
})
export type SignIn = z.infer<typeof signInSchema>
export const signUpSchema = z.strictObject({
  email,
  password: z.string().min(10, 'use ten characters or more').max(200),
  name: z.string().trim().min(1, 'type a name').max(80),
  workshop: z.string().trim().min(1, 'name the workshop').max(80),
})
export type SignUp = z.infer<typeof signUpSchema>

/** Owners may invite, and set what the whole workshop works by; makers do everything else. */
export const roleSchema = z.enum(['owner', 'maker'])
export type Role = z.infer<typeof roleSchema>

export const passwordChangeSchema = z.strictObject({
  current: z.string().min(1, 'type the present password').max(200),
  next: z.string().min(10, 'use ten characters or more').max(200),
})
export type PasswordChange = z.infer<typeof passwordChangeSchema>

export const inviteTakeSchema = z.strictObject({
  token: z.string().min(20).max(100),
  email,
  password: z.string().min(10, 'use ten characters or more').max(200),
  name: z.string().trim().min(1, 'type a name').max(80),
})
export type InviteTake = z.infer<typeof inviteTakeSchema>

/** A new password by an owner's one-time link. */
export const passwordResetSchema = z.strictObject({
  token: z.string().min(20).max(100),
  password: z.string().min(10, 'use ten characters or more').max(200),
})
export type PasswordReset = z.infer<typeof passwordResetSchema>

/** An account is removed for good only with its password. */
export const accountRemovalSchema = z.strictObject({
  password: z.string().min(1, 'type your password').max(200),
})
export type AccountRemoval = z.infer<typeof accountRemovalSchema>

/** A workshop is removed for good only with its name typed, and an owner's password. */
export const workshopRemovalSchema = accountRemovalSchema.extend({
  name: z.string().max(80),
})
export type WorkshopRemoval = z.infer<typeof workshopRemovalSchema>
