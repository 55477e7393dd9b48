/** Who may come in from the network: passphrases, guests, and the doors that are opened for them. Nobody may until it is asked for. */
package gloaming.web.access;
