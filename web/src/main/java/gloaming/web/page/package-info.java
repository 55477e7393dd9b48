/** The pages. */
package gloaming.web.page;
