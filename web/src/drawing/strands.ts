export { wovenStrands } from '@verger/core'
