import { Injectable } from '@nestjs/common'
import { hash, verify } from '@node-rs/argon2'
import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common'
import { randomUUID } from 'node:crypto'
import { Line } from '../http/line.js'
import { ProblemError } from '../http/problem.js'

/** argon2id is the library's default; these are its recommended costs. */
const COSTS = { memoryCost: 19456, timeCost: 2, parallelism: 1 }
/** Guesses that a password must withstand, as a power of ten: "somewhat guessable" by the estimator's own scale. */
const GUESSES = 8
/** What the estimator looks at of a long password; it takes longer than linearly. */
const LOOKED_AT = 72

const estimator = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs })

/** @throws ProblemError 400 for one that is quickly guessed: few different characters, common words, the e-mail or a name */
export function refuseGuessable(password: string, field: string, known: readonly string[]): void {
  const { guessesLog10 } = estimator.check(password.slice(0, LOOKED_AT), [...known, 'verger'])
  if (guessesLog10 >= GUESSES) return
  const message = 'is quickly guessed: use several unlike words, or a longer one'
  throw new ProblemError(
    400,
    'This password is quickly guessed',
    'Use several words that do not belong together.',
    [{ path: field, message }],
  )
}

/**
 * Hashing of passwords, one at a time: it takes a thread of the few that also read files and make pictures. A short queue; whoever comes
 * after is told to come again.
 */
@Injectable()
export class Passwords {
  private readonly line = new Line(1, 40, 'Many people are signing in just now')
  /** Verified against when there is no account, so that both answers take the same time. */
  private readonly decoy = hash(randomUUID(), COSTS)

  hash(password: string): Promise<string> {
    return this.line.run(() => hash(password, COSTS))
  }

  /** Does a password belong to a hash; with none, as long a look and no. */
  verify(known: string | undefined, password: string): Promise<boolean> {
    return this.line.run(
      async () => (await verify(known ?? (await this.decoy), password)) && known !== undefined,
    )
  }
}
